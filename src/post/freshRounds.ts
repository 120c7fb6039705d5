import type { Outdated, Replace } from "@/core/delivery/handOver";
import { mayWithdraw } from "@/core/delivery/letterState";
import type { LetterEvent, PostEvent } from "@/core/delivery/postEvent";
import type { Journal, Unnumbered } from "./disk/journal";
import type { QueuedLetter } from "./disk/queue";
import { Problem } from "./edge/problem";
import type { LetterMemories, LetterMemory } from "./letterMemories";
import type { Timetable } from "./timetable";

/** How long after its time a run may still begin to leave by itself, in ms. */
const HELD_LONG_MS = 12 * 3_600_000;

/** Rounds that are made anew until they leave: what keeps outdated letters back, and what takes whose place. */
export class FreshRounds {
  /** By round: the last change after which it was not made anew yet; 0 where it was. */
  private readonly changes = new Map<string, number>();
  /** By round: the last change after which it was made anew. */
  private readonly made = new Map<string, number>();
  /** Rounds that waited for the teacher's word at some time: their hour was hers. */
  private readonly oncePaused = new Set<string>();
  nothingLeaves = false;

  constructor(
    private readonly journal: Journal<PostEvent>,
    private readonly letters: LetterMemories,
    private readonly timetable: Timetable,
    private readonly now: () => number,
  ) {}

  /** Follows an event that is about no letter. */
  remember(event: PostEvent): void {
    if ("nothingLeaves" in event) this.nothingLeaves = event.nothingLeaves;
    else if ("outdated" in event) {
      this.changes.set(event.roundId, event.outdated);
      if (event.outdated > 0) this.timetable.park(event.roundId, "outdated");
      else this.timetable.goOn(event.roundId, "outdated");
    } else if ("paused" in event && event.paused) this.oncePaused.add(event.roundId);
  }

  /** None of these rounds leaves until it is made anew. Resolves once that is on disk. Errors: another browser laid one of them. */
  async outdate({ laidBy, rounds }: Outdated): Promise<void> {
    for (const { roundId } of rounds) this.refuseOthers(laidBy, roundId);
    // Of two that say the same one may come after the round was made anew: it says nothing any more.
    const before = ({ roundId }: { readonly roundId: string }) => this.changes.get(roundId) ?? 0;
    const fresh = rounds
      .filter((one) => one.change > Math.max(before(one), this.made.get(one.roundId) ?? 0))
      .map((one) => ({ ...one, before: before(one) }));
    // At once: what is asked for at this moment must not leave before the disk has it, and who makes it anew must know of it.
    for (const { roundId, change } of fresh) {
      this.timetable.park(roundId, "outdated");
      this.changes.set(roundId, change);
    }
    try {
      await this.journal.append(fresh.map(({ roundId, change }) => ({ at: this.now(), roundId, outdated: change })));
    } catch (cause) {
      // It is told again, and is to be on disk then.
      for (const one of fresh) if (before(one) === one.change) this.changes.set(one.roundId, one.before);
      throw cause;
    }
  }

  /** A round was made anew after a change; where there was a later one it still waits. */
  async madeAnew(roundId: string, change: number): Promise<void> {
    const known = this.changes.get(roundId) ?? 0;
    this.made.set(roundId, Math.max(change, this.made.get(roundId) ?? 0));
    if (known === 0 || change < known) return;
    await this.journal.append([{ at: this.now(), roundId, outdated: 0 }]);
    this.changes.set(roundId, 0);
    this.timetable.goOn(roundId, "outdated");
  }

  /** Errors: the round was laid by another browser. */
  refuseOthers(laidBy: string, roundId: string): void {
    for (const [, memory] of this.letters.all())
      if (memory.roundId === roundId && memory.laidBy !== undefined && memory.laidBy !== laidBy)
        throw new Problem("already handed over", OTHER_BROWSER);
  }

  /**
   * The moves that put letters in the place of others: an old one goes first, and a new one comes only where its old one can
   * still be called back, or went for it before. `kept` are those that could not, `notTaken` what then does not come.
   */
  movesFor({ old, added }: Replace): {
    gone: Unnumbered<LetterEvent>[];
    come: string[];
    kept: string[];
    notTaken: string[];
  } {
    const gone: Unnumbered<LetterEvent>[] = [];
    const come: string[] = [];
    const kept: string[] = [];
    const notTaken: string[] = [];
    const isNew = (id: string) => this.letters.get(id) === undefined;
    for (const { id, by } of old) {
      const memory = this.letters.get(id);
      const wentForIt = memory?.state === "withdrawn" && memory.replacedBy === (by ?? "");
      if (memory && mayWithdraw(memory.state) && !memory.mayHaveIt)
        gone.push(this.letters.begin(id, "withdrawn", { replacedBy: by ?? "", serverAnswer: REPLACED_ANSWER }));
      else if (memory && !wentForIt) {
        kept.push(id);
        if (by !== undefined) notTaken.push(by);
        continue;
      }
      if (by !== undefined && isNew(by)) come.push(by);
    }
    come.push(...added.filter(isNew));
    return { gone, come, kept, notTaken };
  }

  /** Whether a letter comes too late to leave by itself: what it says is of long ago, or its hour is over. */
  isOutOfDate({ roundId, leavesAt, startBy, notAfter }: QueuedLetter, memory: LetterMemory | undefined): boolean {
    const now = this.now();
    if (notAfter !== undefined && now > notAfter) return true;
    // What a day's limit, a pause or a mail server held up after its first turn goes on.
    const hadTurn = (memory?.tries ?? 0) > 0 || (memory?.nextAt ?? 0) > leavesAt || this.oncePaused.has(roundId);
    return startBy !== undefined && now > startBy && !hadTurn;
  }

  /** Rounds that wait since long past their time: when letters leave again they ask first. */
  heldLong(): string[] {
    const before = this.now() - HELD_LONG_MS;
    const waiting = [...this.letters.all()].flatMap(([, { state, nextAt, roundId }]) =>
      mayWithdraw(state) && nextAt < before ? [roundId] : [],
    );
    return [...new Set(waiting)];
  }
}

const REPLACED_ANSWER = "It was made anew, since something changed before it left.";
const OTHER_BROWSER =
  "Another browser made these letters ready. Nothing was changed; open Vine Note there, or let that browser’s notes rest first.";
