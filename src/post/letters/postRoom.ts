import { setTimeout as pause } from "node:timers/promises";
import { mayMove } from "@/core/delivery/letterState";
import type { PostStatus } from "@/core/delivery/postEvent";
import type { HandOver, Outdated, Replace } from "@/core/delivery/postRequests";
import type { TroubleCause } from "@/core/delivery/postTrouble";
import { STILL_RIGHT_MS } from "@/core/delivery/stillRight";
import { Problem } from "../edge/problem";
import { attachedFiles, putAttachment } from "../store/attachments";
import { eventsAfter, type Feed, type Place } from "../store/feed";
import { acceptedOnDay, findLetter, lettersOf, moveLetters, scheduleRound, WAITING } from "../store/letters";
import { DAMAGED, isDamage, isDiskFailure } from "../store/openDatabase";
import { withdrawLetters } from "../store/optOuts";
import type { Room } from "../store/room";
import { changeRound, isWaiting, roundOf } from "../store/rounds";
import type { Post } from "../store/tables";
import { type Claim, claimNext, type Limits } from "./claimNext";
import { CurrentTrouble } from "./currentTrouble";
import type { Outcome } from "./outcomeOf";
import { recover } from "./recover";
import { outdate, replace } from "./replace";
import { settle } from "./settle";
import { takeOver } from "./takeOver";
import { Together } from "./together";
import { CONNECTIONS, type Transport } from "./transport";

export interface PostRoomOptions {
  room: Room;
  transport: Transport;
  post: Post;
  now: () => number;
  limits?: Limits;
  /** For so long after a start scheduled letters wait for their browser's word, in ms. */
  graceMs?: number;
}

type ClaimedLetter = Extract<Claim, { kind: "letter" }>;
/** A letter with what a mail server did with it. */
type Settled = Pick<ClaimedLetter, "row" | "letter"> & { readonly outcome: Outcome };
const NOTHING: Claim = { kind: "nothing", until: Number.POSITIVE_INFINITY };

/**
 * Takes letters over and sends them when it is time. Each step is one transaction, on disk before the next begins, so that a
 * letter is neither lost nor sent twice whenever the process dies: taken over before the browser is told, `leaving` before SMTP
 * begins, its fate together with the end of its text. In memory are only timers and connections.
 */
export class PostRoom {
  private readonly trouble = new CurrentTrouble();
  private readonly closing = new AbortController();
  private timer: NodeJS.Timeout | undefined;
  private underWay = 0;
  private readonly settling = new Together<Settled, Claim>((some) => this.settleForSure(some));
  private isPumping = false;
  private mayPumpMore = false;
  private isResting = false;
  private onStill: () => void = () => undefined;

  private constructor(private readonly options: PostRoomOptions) {}

  static async open(options: PostRoomOptions): Promise<PostRoom> {
    const { room, post, now, graceMs = GRACE_MS } = options;
    await recover(room, { post, now: now(), graceMs });
    const postRoom = new PostRoom(options);
    postRoom.pump();
    return postRoom;
  }

  get room(): Room {
    return this.options.room;
  }

  async status(): Promise<PostStatus> {
    const { room, post, now, limits: { dailyLimit, perMinute } = {} } = this.options;
    const waiting = await this.countOpen();
    const { isPaused } = await room.row();
    return {
      ...{ post, waiting, dailyLimit, perMinute, leftToday: await acceptedOnDay(room, now()) },
      ...(isPaused === 1 && { nothingLeaves: true }),
      ...(dailyLimit !== undefined && { due: await this.dueByMinute() }),
      // Where nothing waits it troubles nobody.
      ...(this.trouble.current && waiting > 0 && { trouble: this.trouble.current }),
    };
  }

  /** What happened after a place in the log, oldest first. */
  eventsAfter(place: Place): Promise<Feed> {
    return eventsAfter(this.room, place);
  }

  /** Takes letters over. Errors: one of them was handed over before with other words, or the disk takes nothing; then none is taken. */
  handOver(request: HandOver): Promise<{ taken: number; known: number }> {
    const { post, now } = this.options;
    return this.change(() => takeOver(this.room, request, { post, now: now() }));
  }

  /** Keeps a file that goes along with letters. Resolves once it is on disk. */
  keepAttachment(sha256: string, bytes: Buffer): Promise<void> {
    return this.change(() => putAttachment(this.room, sha256, bytes));
  }

  /** None of these rounds leaves until it is rebuilt. */
  outdate(request: Outdated): Promise<void> {
    return this.change(() => outdate(this.room, request, this.options.now()));
  }

  /** Puts staged letters in the place of others. */
  replace(request: Replace): Promise<{ kept: string[]; notTaken: string[] }> {
    return this.change(() => replace(this.room, request, this.options.now()));
  }

  /** Pauses all sending, or lets it go on; what is leaving now is not held up. What waited for long asks before it goes. */
  setNothingLeaves(nothingLeaves: boolean): Promise<void> {
    const at = this.options.now();
    return this.change(() =>
      this.room.transaction(async (room) => {
        if (((await room.row()).isPaused === 1) === nothingLeaves) return;
        for (const roundId of nothingLeaves ? [] : await this.heldLong(room)) await this.setPaused(room, roundId, true);
        await room.addEvent({ at, kind: "nothing leaves", subject: "", body: { nothingLeaves } }, true);
        await room.set({ isPaused: nothingLeaves ? 1 : 0 });
      }),
    );
  }

  /** Keeps the letters of a round from leaving, or lets them go on; what is leaving now is not held up. */
  pause(roundId: string, paused: boolean): Promise<void> {
    return this.change(() => this.room.transaction((room) => this.setPaused(room, roundId, paused)));
  }

  /** Withdraws every letter of a round that has not begun to leave, or that is leaving and is not taken. */
  withdraw(roundId: string): Promise<{ withdrawn: number }> {
    return this.change(() =>
      this.room.transaction(async (room) => {
        const { key } = await roundOf(room, roundId);
        const waiting = await lettersOf(room, key, WAITING);
        await withdrawLetters(room, waiting, this.options.now(), null);
        const leaving = await lettersOf(room, key, ["leaving"]);
        for (const one of leaving)
          await room.db.updateTable("pending").set({ calledBack: "" }).where("letter", "=", one.key).execute();
        return { withdrawn: waiting.length };
      }),
    );
  }

  /** A mail server says that it could not deliver a letter after all. Resolves with whether that is news. */
  returned(letterId: string, serverAnswer: string): Promise<boolean> {
    return this.room.transaction(async (room) => {
      const letter = await findLetter(room, letterId);
      if (!letter || letter.state === "staged") return false;
      if (letter.state === "leaving") {
        await room.db.updateTable("pending").set({ bounced: serverAnswer }).where("letter", "=", letter.key).execute();
        return true;
      }
      if (!mayMove(letter.state, "returned")) return false;
      await moveLetters(room, [letter], "returned", this.options.now(), { serverAnswer });
      return true;
    });
  }

  /** Whether a letter was ever handed over here. */
  async knows(letterId: string): Promise<boolean> {
    const letter = await findLetter(this.room, letterId);
    return letter !== undefined && letter.state !== "staged";
  }

  /** The clock was set, or what letters waited for is settled: what is due by now leaves. */
  lookAgain(): void {
    this.room.wakeReaders();
    this.pump();
  }

  /** Begins no letter any more; resolves once none is leaving, or after `ms`. */
  async rest(ms: number): Promise<void> {
    this.isResting = true;
    clearTimeout(this.timer);
    // A letter may be claimed at this moment, and then it leaves.
    if (this.underWay === 0 && !this.isPumping) return;
    await new Promise<void>((resolve) => {
      this.onStill = resolve;
      setTimeout(resolve, ms).unref();
    });
  }

  async close(): Promise<void> {
    this.closing.abort();
    clearTimeout(this.timer);
    this.room.wakeReaders();
    this.options.transport.close();
  }

  private get isTroubleOfDisk(): boolean {
    return this.trouble.current?.cause === "disk" || this.trouble.current?.cause === "damaged";
  }

  private get isClosed(): boolean {
    return this.closing.signal.aborted;
  }

  /** A change that browsers ask for: what is due by it leaves. Errors: in words where the disk takes nothing. */
  private async change<Value>(work: () => Promise<Value>): Promise<Value> {
    try {
      const value = await work();
      this.pump();
      return value;
    } catch (cause) {
      if (isDamage(cause)) throw new Problem("damaged", DAMAGED, { cause });
      throw isDiskFailure(cause) ? new Problem("disk full", DISK, { cause }) : cause;
    }
  }

  private async setPaused(room: Room, roundId: string, paused: boolean): Promise<void> {
    const round = await roundOf(room, roundId);
    if ((round.isPaused === 1) === paused) return;
    const isPaused = paused ? 1 : 0;
    await room.addEvent({ at: this.options.now(), kind: "paused", subject: roundId, body: { roundId, paused } }, true);
    await changeRound(room, round.key, { isPaused, ...(paused && { wasPaused: 1 }) });
    await scheduleRound(room, round.key, isWaiting({ ...round, isPaused }));
  }

  /** Rounds that have waited since long past their time. */
  private async heldLong({ db, id }: Room): Promise<string[]> {
    const rows = await db
      .selectFrom("letters")
      .innerJoin("rounds", "rounds.key", "letters.round")
      .select("rounds.id")
      .distinct()
      .where("letters.room", "=", id)
      .where("letters.state", "in", [...WAITING])
      .where(({ eb, fn, val, ref }) =>
        eb(fn.coalesce(ref("letters.nextAt"), val(0)), "<", this.options.now() - STILL_RIGHT_MS),
      )
      .execute();
    return rows.map((row) => row.id);
  }

  /** Starts as many letters as may travel at once, and wakes again when the next one is due. */
  private pump(): void {
    clearTimeout(this.timer);
    if (this.isPumping) {
      this.mayPumpMore = true;
      return;
    }
    this.isPumping = true;
    this.pumpNow()
      .catch((cause) => this.failedToClaim(cause))
      .finally(() => {
        this.isPumping = false;
        if (this.mayPumpMore) {
          this.mayPumpMore = false;
          this.pump();
        } else this.tellStill();
      });
  }

  private async pumpNow(): Promise<void> {
    const { room, limits = {}, now } = this.options;
    while (!this.isClosed && !this.isResting && this.underWay < CONNECTIONS) {
      const opensAt = this.trouble.opensAt(now());
      if (opensAt > now()) return this.wakeAt(opensAt);
      // After trouble one letter looks whether it is over.
      if (this.trouble.current && this.underWay > 0) return;
      const claim = await claimNext(room, limits, now());
      if (this.isTroubleOfDisk) this.endTrouble();
      if (claim.kind === "nothing") {
        if (claim.until > now()) return this.wakeAt(claim.until);
        continue;
      }
      this.start(claim);
    }
  }

  private wakeAt(at: number): void {
    clearTimeout(this.timer);
    if (this.isClosed || this.isResting || this.mayPumpMore || at === Number.POSITIVE_INFINITY) return;
    this.timer = setTimeout(() => this.pump(), Math.min(Math.max(0, at - this.options.now()), MAX_TIMER_MS));
  }

  private failedToClaim(cause: unknown): void {
    if (this.isClosed) return;
    // Nothing has begun to leave: all wait until the disk takes something again.
    this.meetTrouble(isDamage(cause) ? "damaged" : "disk", (cause as Error).message);
    this.wakeAt(this.trouble.opensAt(this.options.now()));
  }

  private tellStill(): void {
    if (this.underWay === 0 && !this.isPumping) this.onStill();
  }

  private start(claim: ClaimedLetter): void {
    this.underWay += 1;
    this.sendOn(claim)
      .catch(
        (cause) => this.isClosed || console.error(new Error(`Letter ${claim.row.id} could not be sent.`, { cause })),
      )
      .finally(() => {
        this.underWay -= 1;
        this.pump();
        this.tellStill();
      });
  }

  /** Sends one letter after the other, as long as there is one that may leave. */
  private async sendOn({ row, letter }: ClaimedLetter): Promise<void> {
    let next: Claim = { kind: "letter", row, letter };
    while (next.kind === "letter") {
      const files = await attachedFiles(this.room, next.letter.enclosures).catch(() => undefined);
      const outcome = files ? await this.options.transport.send(next.letter, files) : NO_FILE;
      // What a room that is closed can no longer write, the next one finds out.
      if (this.isClosed) return;
      const wasInTrouble = this.trouble.current !== undefined;
      if (outcome.kind === "trouble") this.meetTrouble(outcome.cause, outcome.serverAnswer);
      else if (!this.isTroubleOfDisk) this.endTrouble();
      next = await this.settling.add({ row: next.row, letter: next.letter, outcome });
      // The others go on as well.
      if (wasInTrouble && !this.trouble.current) this.pump();
    }
  }

  /**
   * Writes what a mail server did with letters, however often that takes: nobody else knows it. The next ones are claimed in
   * the same transaction. Errors: the room was closed.
   */
  private async settleForSure(some: readonly Settled[]): Promise<Claim[]> {
    const { room, post, now, limits = {} } = this.options;
    for (;;) {
      try {
        const claims = await room.transaction(async (inside) => {
          for (const { row, letter, outcome } of some)
            await settle(inside, row.id, letter, outcome, { post, now: now() });
          const mayGoOn = !this.isResting && !this.isClosed && this.trouble.current === undefined;
          const next: Claim[] = [];
          while (next.length < some.length) next.push(mayGoOn ? await claimNext(inside, limits, now()) : NOTHING);
          return next;
        });
        if (this.isTroubleOfDisk) this.endTrouble();
        return claims;
      } catch (cause) {
        if (this.isClosed) throw cause;
        this.meetTrouble(isDamage(cause) ? "damaged" : "disk", (cause as Error).message);
        await pause(RETRY_MS, undefined, { signal: this.closing.signal });
      }
    }
  }

  /** Nothing can leave at present, whatever letter it is. */
  private meetTrouble(cause: TroubleCause, serverAnswer: string): void {
    this.trouble.meet(cause, serverAnswer, this.options.now());
    this.room.wakeReaders();
  }

  private endTrouble(): void {
    if (!this.trouble.current) return;
    this.trouble.end();
    this.room.wakeReaders();
  }

  private async countOpen(): Promise<number> {
    const { db, id } = this.room;
    const { count } = await db
      .selectFrom("letters")
      .select(({ fn }) => fn.countAll<number>().as("count"))
      .where("room", "=", id)
      .where("state", "in", [...WAITING, "leaving"])
      .executeTakeFirstOrThrow();
    return Number(count);
  }

  /** How many letters come due when, to the minute; those that are due already, now. */
  private async dueByMinute(): Promise<[at: number, letters: number][]> {
    const { db, id } = this.room;
    const now = this.options.now();
    const rows = await db
      .selectFrom("letters")
      .select("dueAt")
      .where("room", "=", id)
      .where("state", "in", [...WAITING])
      .execute();
    const counts = new Map([[now, 0]]);
    for (const { dueAt } of rows) {
      const minute = dueAt === null ? now : Math.max(now, dueAt - (dueAt % MINUTE_MS));
      counts.set(minute, (counts.get(minute) ?? 0) + 1);
    }
    return [...counts].sort(([a], [b]) => a - b);
  }
}

const MINUTE_MS = 60_000;
const GRACE_MS = 10_000;
const RETRY_MS = 2_000;
/** Longer waits than a timer can count are cut up. */
const MAX_TIMER_MS = 3_600_000;
const NO_FILE: Outcome = {
  kind: "refused",
  serverAnswer: "A file that goes along with it is not there any more, so it did not leave.",
};
const DISK =
  "The disk of this computer takes nothing: it is full, or can’t be written to. The letters are safe in this browser and leave once there is room; make room, and they are handed over without you.";
