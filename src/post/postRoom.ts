import path from "node:path";
import type { HandOver } from "@/core/delivery/handOver";
import { isFinal, type LetterState, mayMove, mayWithdraw } from "@/core/delivery/letterState";
import { nextTry } from "@/core/delivery/nextTry";
import {
  isLetterEvent,
  type LetterEvent,
  type PostEvent,
  type PostStatus,
  postEventSchema,
} from "@/core/delivery/postEvent";
import { afterMany } from "./afterMany";
import { Enclosures } from "./disk/enclosures";
import { Journal, type Unnumbered } from "./disk/journal";
import { bytesOf, contentHash, formerContentHash, Queue, type QueuedLetter } from "./disk/queue";
import { Problem } from "./edge/problem";
import { LetterMemories } from "./letterMemories";
import { type Limits, SendingLimits } from "./sendingLimits";
import { CONNECTIONS, type Outcome, type Transport } from "./transport";

export interface PostRoomOptions {
  folder: string;
  transport: Transport;
  post: PostStatus["post"];
  now: () => number;
  limits?: Limits;
}

/**
 * Takes letters into a durable queue and sends them when it is time.
 * Each step is on disk before the next begins, so that a letter is neither lost nor sent twice whenever the process
 * dies: `handed` before the browser is told, `leaving` before SMTP begins, its fate before its text is deleted.
 */
export class PostRoom {
  private readonly letters: LetterMemories;
  private ready: string[] = [];
  private readonly later = new Map<string, number>();
  /** By paused round: its letters that are due. */
  private readonly paused = new Map<string, string[]>();
  private readonly knownReplies = new Set<string>();
  private timer: NodeJS.Timeout | undefined;
  private underWay = 0;
  private closed = false;
  private handingOver: Promise<unknown> = Promise.resolve();

  private constructor(
    private readonly options: PostRoomOptions,
    private readonly journal: Journal<PostEvent>,
    private readonly queue: Queue,
    readonly enclosures: Enclosures,
    private readonly limits: SendingLimits,
  ) {
    this.letters = new LetterMemories(options.now, (at) => limits.taken(at));
  }

  static async open(options: PostRoomOptions): Promise<PostRoom> {
    const queue = await Queue.open(path.join(options.folder, "queue"));
    const journal = await Journal.open(path.join(options.folder, "journal.ndjson"), postEventSchema);
    const enclosures = await Enclosures.open(path.join(options.folder, "enclosures"));
    const room = new PostRoom(options, journal, queue, enclosures, new SendingLimits(options.limits ?? {}));
    await room.recover();
    return room;
  }

  get journalId(): string {
    return this.journal.id;
  }

  status(): PostStatus {
    const parked = [...this.paused.values()].reduce((sum, ids) => sum + ids.length, 0);
    return {
      post: this.options.post,
      waiting: this.ready.length + this.later.size + this.underWay + parked,
      ...this.limits.limits,
      leftToday: this.limits.leftToday(this.options.now()),
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

  private async takeOver({ roundId, leavesAt, letters }: HandOver): Promise<{ taken: number; known: number }> {
    const bytesById = new Map(letters.map((letter) => [letter.id, bytesOf(letter)]));
    const hashes = new Map([...bytesById].map(([id, bytes]) => [id, contentHash(bytes)]));
    const fresh = letters.filter((letter) => {
      const { id } = letter;
      const known = this.letters.get(id);
      if (known && known.sha256 !== hashes.get(id) && known.sha256 !== formerContentHash(letter)) {
        throw new Problem("already handed over", `Letter ${id} was handed over before, with other words.`);
      }
      return !known;
    });
    for (const { id, enclosures } of fresh) this.enclosures.need(id, enclosures);
    await this.queue.put(
      fresh.map((letter) => ({ roundId, leavesAt, letter, post: this.options.post, bytes: bytesById.get(letter.id) })),
    );
    const state = leavesAt > this.options.now() ? "held" : "handed";
    const moves = fresh.map(({ id }) =>
      this.letters.move(id, state, { roundId, sha256: hashes.get(id) ?? "", nextAt: leavesAt }),
    );
    await this.journal.append(moves);
    // Files of letters that have met their fate already came in vain.
    this.enclosures.drop(letters.flatMap(({ enclosures = [] }) => enclosures.map(({ sha256 }) => sha256)));
    for (const { id } of fresh) this.enqueue(id, leavesAt);
    this.pump();
    return { taken: fresh.length, known: letters.length - fresh.length };
  }

  /** Calls back every letter of a round that has not begun to leave. */
  async withdraw(roundId: string): Promise<{ withdrawn: number }> {
    const ids = [...this.letters.all()]
      .filter(([, memory]) => memory.roundId === roundId && mayWithdraw(memory.state))
      .map(([id]) => id);
    await this.journal.append(ids.map((id) => this.letters.move(id, "withdrawn")));
    await Promise.all(ids.map((id) => this.forgetText(id)));
    for (const id of ids) this.later.delete(id);
    if (this.paused.has(roundId)) this.paused.set(roundId, []);
    return { withdrawn: ids.length };
  }

  /** Keeps the letters of a round from leaving, or lets them go on; what is leaving now is not held up. */
  async pause(roundId: string, paused: boolean): Promise<void> {
    if (paused === this.paused.has(roundId)) return;
    const parked = this.paused.get(roundId) ?? [];
    if (paused) this.paused.set(roundId, []);
    else this.paused.delete(roundId);
    await this.journal.append([{ at: this.options.now(), roundId, paused }]);
    this.ready.push(...parked);
    this.pump();
  }

  /** A mail server says that it could not deliver a letter after all. Resolves with whether that is news. */
  async returned(letterId: string, serverAnswer: string): Promise<boolean> {
    if (!mayMove(this.letters.stateOf(letterId), "returned")) return false;
    await this.journal.append([this.letters.move(letterId, "returned", { serverAnswer })]);
    return true;
  }

  /** Whether a message answers a letter of this room and was not announced yet. */
  isNewReply(replyTo: string, messageName: string): boolean {
    return this.letters.get(replyTo) !== undefined && !this.knownReplies.has(messageName);
  }

  /** Announces an answer to a letter, once. */
  async replied(replyTo: string, messageName: string, automatic: boolean): Promise<void> {
    if (!this.isNewReply(replyTo, messageName)) return;
    this.knownReplies.add(messageName);
    await this.journal.append([{ at: this.options.now(), replyTo, messageName, automatic }]);
  }

  async close(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    this.options.transport.close();
    await this.queue.close();
    await this.journal.close();
  }

  /** Rebuilds the memory from the journal and settles what a crash left half done. */
  private async recover(): Promise<void> {
    for (const event of this.journal.since(0)) {
      if (isLetterEvent(event)) this.letters.remember(event);
      else if ("messageName" in event) this.knownReplies.add(event.messageName);
      else if (event.paused) this.paused.set(event.roundId, []);
      else this.paused.delete(event.roundId);
    }
    const bodies = new Set(this.queue.letterIds());
    const moves: Unnumbered<LetterEvent>[] = [];
    for (const id of bodies) {
      const memory = this.letters.get(id);
      const { roundId, leavesAt, letter, post } = await this.queue.get(id);
      this.enclosures.recall(id, letter.enclosures);
      if (post !== this.options.post && !isFinal(this.letters.stateOf(id))) {
        // What was handed over for practice must never leave for real, nor the other way round.
        const state = memory?.state === "leaving" ? "uncertain" : "withdrawn";
        moves.push(
          this.letters.move(id, state, {
            roundId,
            sha256: contentHash(bytesOf(letter)),
            serverAnswer: OTHER_POST_ANSWER,
          }),
        );
      } else if (!memory) {
        // On disk but not in the journal: the browser was never told, and will hand it over again; keeping it loses nothing.
        moves.push(this.letters.move(id, "held", { roundId, sha256: contentHash(bytesOf(letter)), nextAt: leavesAt }));
      } else if (memory.state === "leaving") {
        // The practice post drops a Message-ID that it has, so trying again is safe; a relay can't be asked.
        moves.push(
          this.letters.move(id, this.options.post === "practice" ? "handed" : "uncertain", {
            serverAnswer: CRASH_ANSWER,
          }),
        );
      }
    }
    await this.journal.append(moves);
    for (const [id, memory] of this.letters.all()) {
      if (!isFinal(memory.state)) this.enqueue(id, memory.nextAt);
      else if (bodies.has(id)) await this.forgetText(id);
    }
    await this.enclosures.tidy();
    this.pump();
  }

  private enqueue(id: string, at: number): void {
    if (at > this.options.now()) this.later.set(id, at);
    else this.ready.push(id);
  }

  /** Starts as many letters as may travel at once, and wakes again when the next one is due. */
  private pump(): void {
    if (this.closed) return;
    const now = this.options.now();
    let wakeAt = Number.POSITIVE_INFINITY;
    for (const [id, at] of this.later) {
      if (at > now) wakeAt = Math.min(wakeAt, at);
      else {
        this.later.delete(id);
        this.ready.push(id);
      }
    }
    while (this.underWay < CONNECTIONS && this.ready.length > 0) {
      const id = this.ready[0] ?? "";
      const parked = this.paused.get(this.letters.get(id)?.roundId ?? "");
      if (!mayMove(this.letters.stateOf(id), "leaving")) this.ready.shift();
      else if (parked) parked.push(...this.ready.splice(0, 1));
      else {
        const dayOpensAt = this.limits.dayOpensAt(now, this.underWay);
        const minuteOpensAt = this.limits.minuteOpensAt(now);
        if (dayOpensAt > now) {
          // Letters under way may still be refused and leave room: the rest is held once it is certain that there is none.
          if (this.underWay === 0) wakeAt = Math.min(wakeAt, this.holdReady(dayOpensAt));
          break;
        }
        if (minuteOpensAt > now) {
          wakeAt = Math.min(wakeAt, minuteOpensAt);
          break;
        }
        this.ready.shift();
        this.start(id);
      }
    }
    clearTimeout(this.timer);
    if (wakeAt < Number.POSITIVE_INFINITY) {
      this.timer = setTimeout(() => this.pump(), Math.min(wakeAt - now, MAX_TIMER_MS));
    }
  }

  private start(id: string): void {
    this.underWay += 1;
    this.limits.started(this.options.now());
    this.sendOne(id)
      // What a room that is closed can no longer write, the next one finds out from the journal.
      .catch((cause) => this.closed || console.error(new Error(`Letter ${id} could not be sent.`, { cause })))
      .finally(() => {
        this.underWay -= 1;
        this.pump();
        // Nothing leaves for a while: what is kept for others holds no text that has met its fate.
        if (this.underWay === 0 && !this.closed) this.tidy();
      });
  }

  private tidy(): void {
    this.queue
      .tidy()
      .catch((cause) => this.closed || console.error(new Error("The queue could not be tidied.", { cause })));
  }

  /** Holds all that is due until a moment, because the day has had its fill; gives the moment. */
  private holdReady(until: number): number {
    const held = this.ready.filter((id) => mayMove(this.letters.stateOf(id), "held"));
    this.ready = [];
    for (const id of held) this.later.set(id, until);
    this.journal
      .append(held.map((id) => this.letters.move(id, "held", { nextAt: until })))
      .catch((cause) => console.error(new Error("Letters beyond the day's limit could not be noted.", { cause })));
    return until;
  }

  private async sendOne(id: string): Promise<void> {
    const { transport, post } = this.options;
    await this.journal.append([this.letters.move(id, "leaving")]);
    const queued = await this.queue.get(id);
    const enclosed = await this.enclosures.filesOf(queued.letter.enclosures).catch(() => undefined);
    if (!enclosed) return this.settle(id, "refused", NO_ENCLOSURE_ANSWER);
    const outcome = await transport.send(queued.letter, enclosed);
    if (this.closed) return;
    if (queued.letter.together) return this.settleMany(id, queued, outcome);
    const { serverAnswer } = outcome;
    if (outcome.kind === "accepted" || outcome.kind === "refused") return this.settle(id, outcome.kind, serverAnswer);
    if (outcome.kind === "unknown" && post === "relay") return this.settle(id, "uncertain", serverAnswer);
    await this.tryLater(id, serverAnswer, "refused");
  }

  /** A letter to many: who took it has it; it is tried again for those alone who asked for that. */
  private async settleMany(id: string, queued: QueuedLetter, outcome: Outcome): Promise<void> {
    if (outcome.kind === "unknown" && this.options.post === "relay")
      return this.settle(id, "uncertain", outcome.serverAnswer);
    const { left, words, fate, isNarrower } = afterMany(queued, outcome);
    if (left.letter.together?.length === 0) return this.settle(id, fate, words);
    if (isNarrower) await this.queue.narrow(left);
    await this.tryLater(id, `${words}; ${outcome.serverAnswer}`, fate);
  }

  /** Waits for the next try, or, when there is none any more, gives a letter its fate. */
  private async tryLater(id: string, serverAnswer: string, fate: "accepted" | "refused"): Promise<void> {
    const { now } = this.options;
    const memory = this.letters.get(id);
    const nextAt = nextTry(memory?.tries ?? 1, memory?.firstTriedAt ?? now(), now());
    if (nextAt === undefined) return this.settle(id, fate, serverAnswer);
    await this.journal.append([this.letters.move(id, "deferred", { serverAnswer, nextAt })]);
    this.enqueue(id, nextAt);
  }

  private async settle(id: string, state: LetterState, serverAnswer: string): Promise<void> {
    await this.journal.append([this.letters.move(id, state, { serverAnswer })]);
    await this.forgetText(id);
  }

  /** Nothing of a letter that met its fate stays but what the journal says. */
  private async forgetText(id: string): Promise<void> {
    await this.queue.remove(id);
    this.enclosures.release(id);
  }
}

const MAX_EVENTS_PER_ANSWER = 1000;
const NO_ENCLOSURE_ANSWER = "A file that goes along with it is not there any more, so it did not leave.";
const OTHER_POST_ANSWER = "It was handed over while letters left by another post, so it did not leave.";
/** Longer waits than a timer can count are cut up. */
const MAX_TIMER_MS = 3_600_000;
const CRASH_ANSWER = "The post room stopped while this letter was leaving.";
