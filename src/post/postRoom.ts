import path from "node:path";
import type { HandOver } from "@/core/delivery/handOver";
import { isFinal, type LetterState, mayMove, mayWithdraw } from "@/core/delivery/letterState";
import { type PostEvent, type PostStatus, postEventSchema } from "@/core/delivery/postEvent";
import { nextTry } from "@/core/delivery/retry";
import { Journal } from "./journal";
import { Problem } from "./problem";
import { digestOf, Queue } from "./queue";
import { CONNECTIONS, type Transport } from "./transport";

/** What the post room keeps in mind of a letter; the journal rebuilds it. */
interface LetterMemory {
  roundId: string;
  state: LetterState;
  digest: string;
  tries: number;
  firstTriedAt: number;
  nextAt: number;
}

export interface PostRoomOptions {
  folder: string;
  transport: Transport;
  post: PostStatus["post"];
  now: () => number;
}

/**
 * Takes letters into a durable queue and sends them when it is time.
 * Each step is on disk before the next begins, so that a letter is neither lost nor sent twice whenever the process
 * dies: `handed` before the browser is told, `leaving` before SMTP begins, its fate before its text is deleted.
 */
export class PostRoom {
  private readonly letters = new Map<string, LetterMemory>();
  private readonly ready: string[] = [];
  private readonly later = new Map<string, number>();
  private timer: NodeJS.Timeout | undefined;
  private underWay = 0;
  private closed = false;
  private handingOver: Promise<unknown> = Promise.resolve();

  private constructor(
    private readonly options: PostRoomOptions,
    private readonly journal: Journal<PostEvent>,
    private readonly queue: Queue,
  ) {}

  static async open(options: PostRoomOptions): Promise<PostRoom> {
    const queue = await Queue.open(path.join(options.folder, "queue"));
    const journal = await Journal.open(path.join(options.folder, "journal.ndjson"), postEventSchema);
    const room = new PostRoom(options, journal, queue);
    await room.recover();
    return room;
  }

  get journalId(): string {
    return this.journal.id;
  }

  status(): PostStatus {
    return { post: this.options.post, waiting: this.ready.length + this.later.size + this.underWay };
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
    const digests = new Map(letters.map((letter) => [letter.id, digestOf(letter)]));
    const fresh = letters.filter(({ id }) => {
      const known = this.letters.get(id);
      if (known && known.digest !== digests.get(id)) {
        throw new Problem("already handed over", `Letter ${id} was handed over before, with other words.`);
      }
      return !known;
    });
    await this.queue.put(fresh.map((letter) => ({ roundId, leavesAt, letter })));
    const state = leavesAt > this.options.now() ? "held" : "handed";
    const moves = fresh.map(({ id }) =>
      this.move(id, state, { roundId, digest: digests.get(id) ?? "", nextAt: leavesAt }),
    );
    await this.journal.append(moves);
    for (const { id } of fresh) this.enqueue(id, leavesAt);
    this.pump();
    return { taken: fresh.length, known: letters.length - fresh.length };
  }

  /** Calls back every letter of a round that has not begun to leave. */
  async withdraw(roundId: string): Promise<{ withdrawn: number }> {
    const ids = [...this.letters]
      .filter(([, memory]) => memory.roundId === roundId && mayWithdraw(memory.state))
      .map(([id]) => id);
    await this.journal.append(ids.map((id) => this.move(id, "withdrawn")));
    await Promise.all(ids.map((id) => this.queue.remove(id)));
    for (const id of ids) this.later.delete(id);
    return { withdrawn: ids.length };
  }

  async close(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    this.options.transport.close();
    await this.journal.close();
  }

  /** Rebuilds the memory from the journal and settles what a crash left half done. */
  private async recover(): Promise<void> {
    for (const event of this.journal.since(0)) this.remember(event);
    const bodies = new Set(await this.queue.letterIds());
    const moves: Omit<PostEvent, "seq">[] = [];
    for (const id of bodies) {
      const memory = this.letters.get(id);
      if (!memory) {
        // On disk but not in the journal: the browser was never told, and will hand it over again; keeping it loses nothing.
        const { roundId, leavesAt, letter } = await this.queue.get(id);
        moves.push(this.move(id, "held", { roundId, digest: digestOf(letter), nextAt: leavesAt }));
      } else if (memory.state === "leaving") {
        // The practice post drops a Message-ID that it has, so trying again is safe; a relay can't be asked.
        moves.push(this.move(id, this.options.post === "practice" ? "handed" : "uncertain", { reply: CRASH_REPLY }));
      }
    }
    await this.journal.append(moves);
    for (const [id, memory] of this.letters) {
      if (!isFinal(memory.state)) this.enqueue(id, memory.nextAt);
      else if (bodies.has(id)) await this.queue.remove(id);
    }
    this.pump();
  }

  /** Changes a letter's state in memory at once, so that nothing else can take the letter meanwhile; gives the event to write. */
  private move(id: string, state: LetterState, details: Partial<PostEvent> = {}): Omit<PostEvent, "seq"> {
    const known = this.letters.get(id);
    if (!mayMove(known?.state ?? "prepared", state)) {
      throw new Error(`A letter that is ${known?.state} can't become ${state}.`);
    }
    const event = { at: this.options.now(), letterId: id, roundId: known?.roundId ?? "", ...details, state };
    this.remember(event);
    return event;
  }

  private remember(event: Omit<PostEvent, "seq">): void {
    const known = this.letters.get(event.letterId);
    const isTry = event.state === "leaving";
    this.letters.set(event.letterId, {
      roundId: event.roundId,
      state: event.state,
      digest: event.digest ?? known?.digest ?? "",
      tries: (known?.tries ?? 0) + (isTry ? 1 : 0),
      firstTriedAt: known?.firstTriedAt || (isTry ? event.at : 0),
      nextAt: event.nextAt ?? known?.nextAt ?? 0,
    });
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
    clearTimeout(this.timer);
    if (wakeAt < Number.POSITIVE_INFINITY) {
      this.timer = setTimeout(() => this.pump(), Math.min(wakeAt - now, MAX_TIMER_MS));
    }
    while (this.underWay < CONNECTIONS && this.ready.length > 0) {
      const id = this.ready.shift();
      if (id === undefined || !mayMove(this.letters.get(id)?.state ?? "prepared", "leaving")) continue;
      this.underWay += 1;
      this.sendOne(id)
        .catch((cause) => console.error(new Error(`Letter ${id} could not be sent.`, { cause })))
        .finally(() => {
          this.underWay -= 1;
          this.pump();
        });
    }
  }

  private async sendOne(id: string): Promise<void> {
    const { transport, now, post } = this.options;
    await this.journal.append([this.move(id, "leaving")]);
    const { letter } = await this.queue.get(id);
    const outcome = await transport.send(letter);
    if (this.closed) return;
    const { reply } = outcome;
    if (outcome.kind === "accepted" || outcome.kind === "refused") return this.settle(id, outcome.kind, reply);
    if (outcome.kind === "unknown" && post === "relay") return this.settle(id, "uncertain", reply);
    const memory = this.letters.get(id);
    const nextAt = nextTry(memory?.tries ?? 1, memory?.firstTriedAt ?? now(), now());
    if (nextAt === undefined) return this.settle(id, "refused", reply);
    await this.journal.append([this.move(id, "deferred", { reply, nextAt })]);
    this.enqueue(id, nextAt);
  }

  private async settle(id: string, state: LetterState, reply: string): Promise<void> {
    await this.journal.append([this.move(id, state, { reply })]);
    await this.queue.remove(id);
  }
}

const MAX_EVENTS_PER_ANSWER = 1000;
/** Longer waits than a timer can count are cut up. */
const MAX_TIMER_MS = 3_600_000;
const CRASH_REPLY = "The post room stopped while this letter was leaving.";
