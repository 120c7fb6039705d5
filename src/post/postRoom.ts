import path from "node:path";
import type { KnownLetter } from "@/core/backup/serverPart";
import type { HandedLetter, HandOver, Outdated, Replace } from "@/core/delivery/handOver";
import type { LetterAbout } from "@/core/delivery/letterAbout";
import { isFinal, type LetterState, mayWithdraw } from "@/core/delivery/letterState";
import { nextTry } from "@/core/delivery/nextTry";
import {
  isLetterEvent,
  type LetterEvent,
  type PostEvent,
  type PostStatus,
  postEventSchema,
} from "@/core/delivery/postEvent";
import type { TroubleCause } from "@/core/delivery/postTrouble";
import { afterMany } from "./afterMany";
import { compactLetters } from "./compactLetters";
import { CurrentTrouble } from "./currentTrouble";
import { Enclosures } from "./disk/enclosures";
import { Journal } from "./disk/journal";
import { bytesOf, contentHash, formerContentHash, Queue, type QueuedLetter } from "./disk/queue";
import { Problem } from "./edge/problem";
import { FreshRounds } from "./freshRounds";
import { LetterMemories } from "./letterMemories";
import { LetterMoves } from "./letterMoves";
import type { Outcome } from "./outcomeOf";
import { type QueuedBody, recoveryMoves } from "./recoveryMoves";
import { type Limits, SendingLimits } from "./sendingLimits";
import { Timetable } from "./timetable";
import { CONNECTIONS, type Transport } from "./transport";

export interface PostRoomOptions {
  folder: string;
  transport: Transport;
  post: PostStatus["post"];
  now: () => number;
  limits?: Limits;
  /** Whether a guardian said after a number of the families' journal that no more letters are wanted; asked when a letter leaves. */
  saidNoAfter?: (guardianId: string, familySeq: number) => boolean;
  /** Whether no letters are wanted at an address, whoever has it. */
  isClosed?: (address: string) => boolean;
  /** Whether letters to an address wait for the teacher to look at something. */
  isOnHold?: (address: string) => boolean;
  /** How often a guardian said after a number of the families' journal that letters are wished for; none where nothing was said. */
  wishedAfter?: (guardianId: string, familySeq: number) => string | undefined;
  /** For so long after a start what was laid ahead waits for its browser's word, in ms. */
  graceMs?: number;
  /** The journal that such numbers are of. */
  familyJournalId?: string;
  /** After so many events more than twice those that were left the journal is written anew, once nothing waits. */
  compactAfter?: number;
}

/**
 * Takes letters into a durable queue and sends them when it is time.
 * Each step is on disk before the next begins, so that a letter is neither lost nor sent twice whenever the process
 * dies: `handed` before the browser is told, `leaving` before SMTP begins, its fate before its text is deleted.
 */
export class PostRoom {
  private readonly letters: LetterMemories;
  private readonly moves: LetterMoves;
  private readonly timetable: Timetable;
  private readonly fresh: FreshRounds;
  /** Letters that are here to take the place of others, and leave only then: by id, what tells their content apart. */
  private readonly staged = new Map<string, string>();
  private readonly knownReplies = new Set<string>();
  /** Letters that were called back while they were leaving, with why: where they were not taken, they leave no more. */
  private readonly calledBack = new Map<string, string>();
  /** What a mail server said of letters that came back before it was written that they were taken. */
  private readonly cameBackEarly = new Map<string, string>();
  /** Letters that wait for the teacher to look at something. */
  private readonly onHold = new Set<string>();
  private readonly trouble = new CurrentTrouble();
  private timer: NodeJS.Timeout | undefined;
  private underWay = 0;
  private compactAt = Number.POSITIVE_INFINITY;
  private closed = false;
  private isResting = false;
  private onStill: () => void = () => undefined;
  private handingOver: Promise<unknown> = Promise.resolve();

  private constructor(
    private readonly options: PostRoomOptions,
    private readonly journal: Journal<PostEvent>,
    private readonly queue: Queue,
    readonly enclosures: Enclosures,
    private readonly limits: SendingLimits,
  ) {
    this.letters = new LetterMemories(options.now, (at) => limits.taken(at));
    this.timetable = new Timetable(this.letters);
    this.fresh = new FreshRounds(journal, this.letters, this.timetable, options.now);
    this.moves = new LetterMoves(journal, this.letters, (words) => this.hearOfDisk(words));
  }

  static async open(options: PostRoomOptions): Promise<PostRoom> {
    const queue = await Queue.open(path.join(options.folder, "queue"));
    const journal = await Journal.open(path.join(options.folder, "journal.ndjson"), postEventSchema, compactLetters);
    const enclosures = await Enclosures.open(path.join(options.folder, "enclosures"));
    const room = new PostRoom(options, journal, queue, enclosures, new SendingLimits(options.limits ?? {}));
    await room.recover();
    return room;
  }

  get journalId(): string {
    return this.journal.id;
  }

  status(): PostStatus {
    const waiting = this.timetable.size + this.underWay;
    return {
      post: this.options.post,
      waiting,
      ...this.limits.limits,
      leftToday: this.limits.leftToday(this.options.now()),
      ...(this.fresh.nothingLeaves && { nothingLeaves: true }),
      ...(this.limits.limits.dailyLimit !== undefined && { due: this.timetable.byMinute(this.options.now()) }),
      // Where nothing waits it troubles nobody.
      ...(this.trouble.current && waiting > 0 && { trouble: this.trouble.current }),
    };
  }

  /** Resolves when there is an event after `seq`, or after `waitMs`. */
  waitBeyond(seq: number, waitMs: number): Promise<void> {
    return this.journal.waitBeyond(seq, waitMs);
  }

  /** Events after `seq`, oldest first. */
  eventsAfter(seq: number): PostEvent[] {
    return this.journal.since(seq, MAX_EVENTS_PER_ANSWER);
  }

  /** Takes letters over. A letter that is already here with the same content changes nothing; with other content all are refused. */
  handOver(request: HandOver): Promise<{ taken: number; known: number }> {
    // One after the other: two tabs that hand over the same letter must not both find it unknown.
    const turn = this.handingOver.then(() => this.takeOver(request));
    this.handingOver = turn.catch(() => undefined);
    return turn;
  }

  private async takeOver(request: HandOver): Promise<{ taken: number; known: number }> {
    const { roundId, leavesAt, families, letters, laidBy, staged = false } = request;
    const { startBy, notAfter, gatheredFor, about = {} } = request;
    const byId = new Map<string, { letter: HandedLetter; bytes: Buffer; sha256: string }>();
    for (const letter of letters) {
      const bytes = bytesOf(letter);
      const sha256 = contentHash(bytes);
      const known = this.letters.get(letter.id)?.sha256 ?? this.staged.get(letter.id);
      const before = byId.get(letter.id)?.sha256 ?? known ?? sha256;
      if (before !== sha256 && before !== formerContentHash(letter))
        throw new Problem("already handed over", `Letter ${letter.id} was handed over before, with other words.`);
      byId.set(letter.id, { letter, bytes, sha256 });
    }
    const familySeq = families?.journalId === this.options.familyJournalId ? (families?.seq ?? 0) : 0;
    if (laidBy !== undefined) this.fresh.refuseOthers(laidBy, roundId);
    const fresh = [...byId.values()].filter(
      ({ letter }) => !this.letters.get(letter.id) && !(staged && this.staged.has(letter.id)),
    );
    const ids = fresh.map(({ letter }) => letter.id);
    try {
      for (const { letter } of fresh) this.enclosures.need(letter.id, letter.enclosures);
      await this.queue.put(
        fresh.map(({ letter, bytes }) => ({
          ...{ roundId, leavesAt, familySeq, letter, bytes, post: this.options.post },
          ...{ startBy, notAfter, gatheredFor, laidBy, about: about[letter.id] },
        })),
      );
      if (staged) {
        for (const { letter, sha256 } of fresh) this.staged.set(letter.id, sha256);
        return { taken: fresh.length, known: letters.length - fresh.length };
      }
      const state = leavesAt > this.options.now() ? "held" : "handed";
      await this.moves.write(
        fresh.map(({ letter, sha256 }) =>
          this.letters.begin(letter.id, state, {
            ...{ roundId, sha256, nextAt: leavesAt },
            ...(laidBy && { laidBy }),
            ...(about[letter.id] && { about: about[letter.id] }),
          }),
        ),
      );
    } catch (cause) {
      // Refused as a whole. Where a crash could bring the journal's words of them back, their texts stay with them; else they
      // go at once, or with the next start.
      if (this.journal.isClean) await Promise.allSettled(ids.map((id) => this.forgetText(id)));
      throw isDiskFailure(cause) ? new Problem("disk full", DISK_ANSWER, { cause }) : cause;
    }
    // Files of letters that have met their fate already came in vain.
    this.enclosures.drop(letters.flatMap(({ enclosures = [] }) => enclosures.map(({ sha256 }) => sha256)));
    for (const id of ids) this.timetable.add(id, leavesAt, this.options.now());
    this.pump();
    return { taken: fresh.length, known: letters.length - fresh.length };
  }

  /** None of these rounds leaves until it is made anew. */
  outdate(request: Outdated): Promise<void> {
    return this.fresh.outdate(request);
  }

  /** Puts staged letters in the place of others: each old one is called back on disk before its new one may leave. */
  replace(request: Replace): Promise<{ kept: string[]; notTaken: string[] }> {
    const turn = this.handingOver.then(() => this.replaceInTurn(request));
    this.handingOver = turn.catch(() => undefined);
    return turn;
  }

  private async replaceInTurn(request: Replace): Promise<{ kept: string[]; notTaken: string[] }> {
    const { laidBy, roundId, change, old, added } = request;
    this.fresh.refuseOthers(laidBy, roundId);
    const wanted = [...old.flatMap(({ by }) => by ?? []), ...added];
    if (wanted.some((id) => !this.knows(id) && !this.staged.has(id)))
      throw new Problem("not there", "Letters that are to take the place of others are not here any more.");
    await this.journal.makeClean();
    const staged = wanted.filter((id) => !this.knows(id));
    const texts = new Map(
      (await Promise.all(staged.map((id) => this.queue.get(id)))).map((one) => [one.letter.id, one]),
    );
    // From here on nothing is waited for until the moves are being written: what is begun is never left so.
    await this.moves.untilStill(old.map(({ id }) => id));
    const { gone, come, kept, notTaken } = this.fresh.movesFor(request);
    const queued = come.flatMap((id) => texts.get(id) ?? []);
    const now = this.options.now();
    const begun = queued.map(({ leavesAt, about, letter: { id } }) =>
      this.letters.begin(id, leavesAt > now ? "held" : "handed", {
        ...{ roundId, laidBy, nextAt: leavesAt, sha256: this.staged.get(id) ?? "" },
        ...(about && { about }),
      }),
    );
    // In this order: whatever a crash leaves of them, no new one stands beside its old one.
    await this.moves.write([...gone, ...begun]);
    this.timetable.letGo(gone.map(({ letterId }) => letterId));
    for (const { leavesAt, letter } of queued) this.timetable.add(letter.id, leavesAt, now);
    for (const id of [...come, ...notTaken]) this.staged.delete(id);
    const over = [...gone.map(({ letterId }) => letterId), ...notTaken.filter((id) => !this.knows(id))];
    await Promise.all(over.map((id) => this.forgetText(id)));
    await this.fresh.madeAnew(roundId, change);
    this.pump();
    return { kept, notTaken };
  }

  /** Holds everything back, whatever it is, or lets it go on; what is leaving now is not held up. */
  async setNothingLeaves(nothingLeaves: boolean): Promise<void> {
    if (nothingLeaves === this.fresh.nothingLeaves) return;
    // What waited for long asks again before it goes.
    const asking = nothingLeaves ? [] : this.fresh.heldLong();
    const at = this.options.now();
    const paused = asking.filter((roundId) => !this.timetable.isParked(roundId, "paused"));
    await this.journal.append([...paused.map((roundId) => ({ at, roundId, paused: true })), { at, nothingLeaves }]);
    for (const roundId of paused) this.rememberPause(roundId, true);
    this.fresh.nothingLeaves = nothingLeaves;
    this.journal.wakeReaders();
    this.pump();
  }

  private rememberPause(roundId: string, paused: boolean): void {
    if (paused) this.timetable.park(roundId, "paused");
    else this.timetable.goOn(roundId, "paused");
    this.fresh.remember({ seq: 0, at: 0, roundId, paused });
  }

  /** Calls back every letter of a round that has not begun to leave, or that was leaving and is not taken. */
  async withdraw(roundId: string): Promise<{ withdrawn: number }> {
    const ofRound = [...this.letters.all()].flatMap(([id, { roundId: its }]) => (its === roundId ? [id] : []));
    // What was refused before can't come back after this, and leave all the same.
    await this.journal.makeClean();
    // A letter that is just being noted as due later is called back as well, once that is written.
    await this.moves.untilStill(ofRound);
    const ids = ofRound.filter((id) => mayWithdraw(this.letters.stateOf(id)));
    for (const id of ofRound) if (this.letters.stateOf(id) === "leaving") this.calledBack.set(id, "");
    await this.takeBack(ids);
    this.timetable.forget(roundId);
    return { withdrawn: ids.length };
  }

  /**
   * Calls back every letter that is not wanted any more and has not begun to leave. What leaves at this moment, or could not be
   * called back now, is asked about again before its text goes over.
   */
  async withdrawUnwanted(): Promise<void> {
    await this.journal.makeClean();
    const waiting = [...this.letters.all()].flatMap(([id, { state }]) => (mayWithdraw(state) ? [id] : []));
    const ids: string[] = [];
    for (const id of waiting) {
      const queued = await this.queue.get(id).catch(() => undefined);
      if (queued && this.isUnwanted(queued)) ids.push(id);
    }
    await this.moves.untilStill(ids);
    await this.takeBack(
      ids.filter((id) => mayWithdraw(this.letters.stateOf(id))),
      NO_MORE_ANSWER,
    );
  }

  /**
   * Calls back every letter about or to somebody who is erased, and lets go of its words; of letters to many they are taken
   * out. Gives the ids of all letters that were ever about or to them.
   */
  async forget(ids: ReadonlySet<string>, addresses: ReadonlySet<string>): Promise<string[]> {
    await this.journal.makeClean();
    const isTheirs = (about: LetterAbout | undefined) =>
      about !== undefined && (ids.has(about.studentId) || ids.has(about.recipientId));
    const all = [...this.letters.all()].flatMap(([id, { about }]) => (isTheirs(about) ? [id] : []));
    const waiting: string[] = [];
    const kept = [...this.letters.all()].flatMap(([id, { state }]) => (mayWithdraw(state) ? [id] : []));
    for (const id of [...kept, ...this.staged.keys()]) {
      const queued = await this.queue.get(id).catch(() => undefined);
      if (!queued) continue;
      const { about, letter } = queued;
      const { to, guardianId = "", together = [] } = letter;
      const left = together.filter((address) => !addresses.has(address.toLowerCase()));
      const isHit = isTheirs(about) || ids.has(guardianId) || addresses.has(to.address.toLowerCase());
      if (isHit || (together.length > 0 && left.length === 0)) waiting.push(id);
      else if (left.length < together.length)
        await this.queue.narrow({ ...queued, letter: { ...letter, together: left } });
    }
    const staged = waiting.filter((id) => this.staged.delete(id));
    await Promise.all(staged.map((id) => this.forgetText(id)));
    await this.moves.untilStill(waiting);
    await this.takeBack(
      waiting.filter((id) => mayWithdraw(this.letters.stateOf(id)) && this.knows(id)),
      ERASED_ANSWER,
    );
    await this.queue.tidy();
    await this.journal.compact(compactLetters);
    return [...new Set([...all, ...waiting])];
  }

  /** What letters waited for is settled: they are looked at now. */
  lookAgain(): void {
    const ids = [...this.onHold];
    this.onHold.clear();
    this.timetable.letGo(ids);
    for (const id of ids) this.timetable.add(id, 0, this.options.now());
    this.pump();
  }

  /** Keeps the letters of a round from leaving, or lets them go on; what is leaving now is not held up. */
  async pause(roundId: string, paused: boolean): Promise<void> {
    if (paused === this.timetable.isParked(roundId, "paused")) return;
    await this.journal.append([{ at: this.options.now(), roundId, paused }]);
    this.rememberPause(roundId, paused);
    this.pump();
  }

  /** A mail server says that it could not deliver a letter after all. Resolves with whether that is news. */
  async returned(letterId: string, serverAnswer: string): Promise<boolean> {
    if (this.letters.stateOf(letterId) === "leaving") {
      this.cameBackEarly.set(letterId, serverAnswer);
      return true;
    }
    if (!this.letters.mayBegin(letterId, "returned")) return false;
    await this.moves.write([this.letters.begin(letterId, "returned", { serverAnswer })]);
    return true;
  }

  /** Whether a letter was ever handed over here. */
  knows(letterId: string): boolean {
    return this.letters.get(letterId) !== undefined;
  }

  /** Whether a message answers a letter of this room and was not announced yet. */
  isNewReply(replyTo: string, messageName: string): boolean {
    return this.knows(replyTo) && !this.knownReplies.has(messageName);
  }

  /** Every letter that is known here, without a word of it. */
  knownLetters(): KnownLetter[] {
    return [...this.letters.all()].map(([id, { roundId, state, at, sha256, about, laidBy }]) => ({
      ...{ id, roundId, state, at, sha256 },
      ...(laidBy !== undefined && { isLaid: true as const }),
      ...(about && { about }),
    }));
  }

  /**
   * Knows letters of another computer from now on: none of them leaves here, and answers find them. What had not met its fate
   * there is not certain here; what was only laid ahead there is laid anew by whoever lays it from now on.
   */
  async takeInKnown(letters: readonly KnownLetter[]): Promise<void> {
    const fresh = letters.filter(({ id }) => !this.knows(id));
    const events = fresh.map(({ id, state, isLaid, ...rest }) => {
      const known = { ...rest, letterId: id };
      if (isFinal(state)) return { ...known, state };
      if (isLaid && mayWithdraw(state)) return { ...known, state: "withdrawn" as const };
      return { ...known, state: "uncertain" as const, serverAnswer: ELSEWHERE_ANSWER };
    });
    await this.journal.append(events);
    for (const event of events) this.letters.remember(event);
  }

  /** Announces an answer to a letter, once. */
  async replied(replyTo: string, messageName: string, automatic: boolean): Promise<void> {
    if (!this.isNewReply(replyTo, messageName)) return;
    this.knownReplies.add(messageName);
    try {
      await this.journal.append([{ at: this.options.now(), replyTo, messageName, automatic }]);
    } catch (cause) {
      // Whoever brought it brings it again.
      this.knownReplies.delete(messageName);
      throw cause;
    }
  }

  /** The clock was set: what is due by now leaves. */
  clockMoved(): void {
    this.journal.wakeReaders();
    this.pump();
  }

  /** Begins no letter any more; resolves once none is leaving, or after `ms`. */
  async rest(ms: number): Promise<void> {
    this.isResting = true;
    clearTimeout(this.timer);
    if (this.underWay === 0) return;
    await new Promise<void>((resolve) => {
      this.onStill = resolve;
      setTimeout(resolve, ms).unref();
    });
  }

  async close(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    this.moves.close();
    this.options.transport.close();
    await this.queue.close();
    await this.journal.close();
  }

  /** Rebuilds the memory from the journal and settles what a crash left half done. */
  private async recover(): Promise<void> {
    for (const event of this.journal.since(0)) {
      if (isLetterEvent(event)) this.letters.remember(event);
      else if ("messageName" in event) this.knownReplies.add(event.messageName);
      else if ("paused" in event) this.rememberPause(event.roundId, event.paused);
      else this.fresh.remember(event);
    }
    const bodies = new Map<string, QueuedBody>();
    for (const id of this.queue.letterIds()) {
      const { post, letter } = await this.queue.get(id);
      // On disk but not in the journal: whoever handed it over was never told that it is here, and still has it.
      if (!this.knows(id)) await this.queue.remove(id);
      else {
        this.enclosures.recall(id, letter.enclosures);
        bodies.set(id, { post });
      }
    }
    await this.moves.write(recoveryMoves(this.letters, bodies, this.options.post));
    for (const [id, memory] of this.letters.all()) {
      // What was laid ahead waits for its browser's word: something may have changed while nobody answered here.
      const notBefore = memory.laidBy === undefined ? 0 : this.options.now() + (this.options.graceMs ?? GRACE_MS);
      if (!isFinal(memory.state)) this.timetable.add(id, Math.max(memory.nextAt, notBefore), this.options.now());
      else if (bodies.has(id)) await this.forgetText(id);
    }
    await this.enclosures.tidy();
    this.planCompacting();
    this.pump();
  }

  /** Starts as many letters as may travel at once, and wakes again when the next one is due. */
  private pump(): void {
    clearTimeout(this.timer);
    if (this.closed || this.isResting || this.fresh.nothingLeaves) return;
    const now = this.options.now();
    let opensAt = Number.POSITIVE_INFINITY;
    for (let id = this.timetable.next(now); id !== undefined; id = this.timetable.next(now)) {
      if (this.underWay >= CONNECTIONS) break;
      opensAt = this.opensAt(now);
      if (opensAt > now) break;
      this.timetable.take();
      this.start(id);
    }
    clearTimeout(this.timer);
    const wakeAt = Math.min(opensAt > now ? opensAt : Number.POSITIVE_INFINITY, this.timetable.nextAt(now));
    if (wakeAt < Number.POSITIVE_INFINITY) {
      this.timer = setTimeout(() => this.pump(), Math.min(wakeAt - now, MAX_TIMER_MS));
    }
  }

  /** Until when the next letter must wait, whichever it is; never where the end of one that is leaving is waited for. */
  private opensAt(now: number): number {
    const troubleEndsAt = this.trouble.opensAt(now);
    if (troubleEndsAt > now) return troubleEndsAt;
    // After trouble one letter looks whether it is over.
    if (this.trouble.current && this.underWay > 0) return Number.POSITIVE_INFINITY;
    const dayOpensAt = this.limits.dayOpensAt(now, this.underWay);
    if (dayOpensAt <= now) return this.limits.minuteOpensAt(now);
    // Letters under way may still be refused and leave room: the rest is held once it is certain that there is none.
    if (this.underWay > 0) return Number.POSITIVE_INFINITY;
    this.holdDue(dayOpensAt);
    return dayOpensAt;
  }

  private start(id: string): void {
    this.underWay += 1;
    this.limits.started(this.options.now());
    this.sendOne(id)
      // What a room that is closed can no longer write, the next one finds out from the journal.
      .catch((cause) => this.closed || console.error(new Error(`Letter ${id} could not be sent.`, { cause })))
      .finally(() => {
        this.underWay -= 1;
        if (this.underWay === 0) this.onStill();
        this.pump();
        // Nothing leaves for a while: what is kept for others holds no text that has met its fate.
        if (this.underWay === 0 && !this.closed) {
          this.tidy();
          this.compact();
        }
      });
  }

  /** Lets go of what is over in the journal, once it is much and nothing waits. */
  private compact(): void {
    if (this.timetable.size > 0 || this.journal.length < this.compactAt) return;
    this.compactAt = Number.POSITIVE_INFINITY;
    this.journal
      .compact(compactLetters)
      .catch((cause) => this.closed || console.error(new Error("The journal could not be written anew.", { cause })))
      .finally(() => this.planCompacting());
  }

  private planCompacting(): void {
    this.compactAt = 2 * this.journal.length + (this.options.compactAfter ?? COMPACT_AFTER);
  }

  private tidy(): void {
    this.queue
      .tidy()
      .catch((cause) => this.closed || console.error(new Error("The queue could not be tidied.", { cause })));
  }

  /** Holds all that is due until a moment, because the day has had its fill. */
  private holdDue(until: number): void {
    const held = this.timetable.holdDue(until);
    this.moves
      .write(held.map((id) => this.letters.begin(id, "held", { nextAt: until })))
      .catch(
        (cause) =>
          this.closed || console.error(new Error("Letters beyond the day's limit could not be noted.", { cause })),
      );
  }

  private async sendOne(id: string): Promise<void> {
    const { transport, post } = this.options;
    const queued = await this.queue.get(id).catch(() => undefined);
    try {
      if (queued && this.isUnwanted(queued)) return await this.takeBack([id], NO_MORE_ANSWER);
      if (queued && this.fresh.isOutOfDate(queued, this.letters.get(id)))
        return await this.takeBack([id], OUT_OF_DATE_ANSWER);
      if (queued && this.isForDigest(queued)) return await this.takeBack([id], GATHERED_ANSWER, true);
      if (queued && this.isOnHold(queued.letter)) return await this.holdForTeacher(id);
      // Told to wait while it was looked at: it waits with the others of its round.
      if (queued && this.timetable.isParked(queued.roundId)) return this.timetable.addFirst(id);
      await this.moves.write([this.letters.begin(id, "leaving")]);
    } catch {
      // It has not begun to leave, and waits like the others until the disk takes something again.
      this.timetable.addFirst(id);
      return;
    }
    if (!queued) return this.settle(id, "refused", NO_TEXT_ANSWER);
    const enclosed = await this.enclosures.filesOf(queued.letter.enclosures).catch(() => undefined);
    if (!enclosed) return this.settle(id, "refused", NO_ENCLOSURE_ANSWER);
    if (this.isUnwanted(queued)) {
      this.calledBack.set(id, NO_MORE_ANSWER);
      return this.waitAgain(id, "handed", {});
    }
    // Something may have changed meanwhile that it says.
    if (this.timetable.isParked(queued.roundId, "outdated")) return this.waitAgain(id, "handed", {});
    // A card may have come meanwhile that asks for no more: it waits again, and is held at its next turn.
    if (this.isOnHold(queued.letter)) return this.waitAgain(id, "handed", {});
    const outcome = await transport.send(this.toThoseWhoWantIt(queued.letter), enclosed);
    if (this.closed) return;
    const { serverAnswer } = outcome;
    if (outcome.kind === "trouble") {
      this.meetTrouble(outcome.cause, serverAnswer);
      return this.waitAgain(id, "handed", { serverAnswer });
    }
    this.endTrouble();
    if (outcome.kind === "unknown" && post === "relay") return this.settle(id, "uncertain", serverAnswer);
    if (queued.letter.together) return this.settleMany(id, queued, outcome);
    if (outcome.kind === "accepted" || outcome.kind === "refused") return this.settle(id, outcome.kind, serverAnswer);
    await this.tryLater(id, serverAnswer, "refused", outcome.kind === "unknown");
  }

  /** A letter to many: who took it has it; it is tried again for those alone who asked for that. */
  private async settleMany(id: string, queued: QueuedLetter, outcome: Outcome): Promise<void> {
    const { left, words, fate, isNarrower } = afterMany(queued, outcome);
    if (left.letter.together?.length === 0) return this.settle(id, fate, words);
    if (isNarrower) await this.queue.narrow(left);
    await this.tryLater(id, `${words}; ${outcome.serverAnswer}`, fate);
  }

  /** Waits for the next try, or, when there is none any more, gives a letter its fate. */
  private async tryLater(
    id: string,
    serverAnswer: string,
    fate: "accepted" | "refused",
    isUnknown = false,
  ): Promise<void> {
    const { now } = this.options;
    const memory = this.letters.get(id);
    const nextAt = nextTry(memory?.tries ?? 1, memory?.firstTriedAt ?? now(), now());
    const mayHaveIt = isUnknown || (memory?.mayHaveIt ?? false);
    if (nextAt === undefined) return this.settle(id, mayHaveIt ? "uncertain" : fate, serverAnswer);
    await this.waitAgain(id, "deferred", { serverAnswer, nextAt, mayHaveIt });
  }

  /** A letter that was not taken waits again, unless it was called back meanwhile. */
  private async waitAgain(id: string, state: "handed" | "deferred", details: Partial<LetterEvent>): Promise<void> {
    await this.moves.writeForSure(id, state, details);
    const why = this.calledBack.get(id);
    this.calledBack.delete(id);
    if (why !== undefined) await this.takeBack([id], why);
    else if (state === "handed") this.timetable.addFirst(id);
    else this.timetable.add(id, details.nextAt ?? 0, this.options.now());
  }

  private async settle(id: string, state: LetterState, serverAnswer: string): Promise<void> {
    await this.moves.writeForSure(id, state, { serverAnswer });
    this.calledBack.delete(id);
    const cameBack = this.cameBackEarly.get(id);
    this.cameBackEarly.delete(id);
    if (cameBack !== undefined && this.letters.mayBegin(id, "returned"))
      await this.moves.writeForSure(id, "returned", { serverAnswer: cameBack });
    await this.forgetText(id);
  }

  private isUnwanted({ letter, familySeq }: QueuedLetter): boolean {
    const { guardianId, together, to } = letter;
    if (guardianId !== undefined && this.options.saidNoAfter?.(guardianId, familySeq)) return true;
    return this.isClosed(together ?? [to.address]);
  }

  /** Whether its reader said after it was made that letters like it are wished for in a digest. */
  private isForDigest({ letter: { guardianId }, familySeq, gatheredFor = [] }: QueuedLetter): boolean {
    if (guardianId === undefined || gatheredFor.length === 0) return false;
    const wished = this.options.wishedAfter?.(guardianId, familySeq);
    return gatheredFor.some((often) => often === wished);
  }

  private isOnHold({ together, to }: HandedLetter): boolean {
    return (together ?? [to.address]).some((address) => this.options.isOnHold?.(address) ?? false);
  }

  private async holdForTeacher(id: string): Promise<void> {
    const nextAt = this.options.now() + ON_HOLD_MS;
    await this.moves.write([this.letters.begin(id, "held", { nextAt, serverAnswer: ON_HOLD_ANSWER })]);
    this.onHold.add(id);
    this.timetable.add(id, nextAt, this.options.now());
  }

  private isClosed(addresses: readonly string[]): boolean {
    return addresses.every((address) => this.options.isClosed?.(address) ?? false);
  }

  /** A no takes an address out of a letter to many. */
  private toThoseWhoWantIt(letter: HandedLetter): HandedLetter {
    const { together } = letter;
    return together ? { ...letter, together: together.filter((address) => !this.isClosed([address])) } : letter;
  }

  private async takeBack(ids: readonly string[], why = "", gather = false): Promise<void> {
    await this.moves.write(
      ids.map((id) =>
        this.letters.get(id)?.mayHaveIt
          ? this.letters.begin(id, "uncertain", { serverAnswer: CALLED_BACK_ANSWER })
          : this.letters.begin(id, "withdrawn", {
              ...(why && { serverAnswer: why }),
              ...(gather && { gather }),
            }),
      ),
    );
    this.timetable.letGo(ids);
    await Promise.all(ids.map((id) => this.forgetText(id)));
  }

  /** The disk took nothing, for a reason in words, or something again. */
  private hearOfDisk(trouble: string | undefined): void {
    if (trouble !== undefined) this.meetTrouble("disk", trouble);
    else if (this.trouble.current?.cause === "disk") this.endTrouble();
  }

  /** Nothing can leave at present, whatever letter it is. */
  private meetTrouble(cause: TroubleCause, serverAnswer: string): void {
    this.trouble.meet(cause, serverAnswer, this.options.now());
    this.journal.wakeReaders();
  }

  private endTrouble(): void {
    if (!this.trouble.current) return;
    this.trouble.end();
    this.journal.wakeReaders();
  }

  /** Nothing of a letter that met its fate stays but what the journal says. */
  private async forgetText(id: string): Promise<void> {
    await this.queue.remove(id);
    this.enclosures.release(id);
  }
}

/** After so long letters that wait for the teacher are looked at again, whatever was heard. */
const ON_HOLD_MS = 6 * 3_600_000;
const ON_HOLD_ANSWER =
  "An answer to a contact card asks for no letters to this address. It waits until you have looked at that answer, under Families.";
const ELSEWHERE_ANSWER =
  "It waited on another computer when the backup was made: whether it left is to be seen there, or with its reader.";
const ERASED_ANSWER = "Whoever it was about or to was erased before it left.";
const GRACE_MS = 10_000;
const OUT_OF_DATE_ANSWER =
  "Its time was over before it could leave, so it did not: what it says may not be true any more.";
const GATHERED_ANSWER = "Its reader wishes one letter for all now: it waits for the next digest.";
const COMPACT_AFTER = 50_000;
const MAX_EVENTS_PER_ANSWER = 5_000;
const CALLED_BACK_ANSWER = "It was called back after a try that broke off: nobody can say whether it was taken.";
const NO_MORE_ANSWER = "No more letters are wanted: that was said after it was handed over.";
const NO_TEXT_ANSWER = "Its text is not there any more, so it did not leave.";
const NO_ENCLOSURE_ANSWER =
  "A file that goes along with it is not there any more, or not as it was, so it did not leave.";
const DISK_ANSWER =
  "The disk of this computer takes nothing: it is full, or can’t be written to. The letters wait in this browser; make room, and they are handed over by themselves.";
/** Longer waits than a timer can count are cut up. */
const MAX_TIMER_MS = 3_600_000;

/** Whether the disk took nothing, by the system's own codes. */
function isDiskFailure(cause: unknown): boolean {
  return ["ENOSPC", "EDQUOT", "EROFS", "EACCES", "EIO", "EMFILE", "EFBIG"].includes(
    (cause as { code?: string }).code ?? "",
  );
}
