import { hideAddresses } from "@/core/delivery/hideAddresses";
import type { LetterAbout } from "@/core/delivery/letterAbout";
import { type LetterState, mayMove } from "@/core/delivery/letterState";
import type { LetterEvent } from "@/core/delivery/postEvent";
import type { Unnumbered } from "./disk/journal";

/** What the post room keeps in mind of a letter. */
export interface LetterMemory {
  readonly roundId: string;
  readonly state: LetterState;
  readonly sha256: string;
  readonly tries: number;
  readonly firstTriedAt: number;
  readonly nextAt: number;
  /** Whether a mail server may have it already. */
  readonly mayHaveIt: boolean;
  readonly laidBy?: string | undefined;
  readonly replacedBy?: string | undefined;
  readonly about?: LetterAbout | undefined;
  /** When it came into its state, ms since the epoch. */
  readonly at: number;
}

/** Every letter that the post room ever took; the journal rebuilds it, and it follows the journal, never goes ahead of it. */
export class LetterMemories {
  private readonly letters = new Map<string, LetterMemory>();
  /** Letters of which a move is being written: nothing else may move them meanwhile. */
  private readonly moving = new Set<string>();

  /** `now` in ms since the epoch; `onAccepted` is told of every letter that a mail server took, and when. */
  constructor(
    private readonly now: () => number,
    private readonly onAccepted: (at: number) => void,
  ) {}

  get(id: string): LetterMemory | undefined {
    return this.letters.get(id);
  }

  /** A letter that is not known is still with the browser. */
  stateOf(id: string): LetterState {
    return this.letters.get(id)?.state ?? "prepared";
  }

  all(): Iterable<[string, LetterMemory]> {
    return this.letters;
  }

  /** Whether a letter can be moved to a state now. */
  mayBegin(id: string, state: LetterState): boolean {
    return !this.moving.has(id) && mayMove(this.stateOf(id), state);
  }

  isMoving(id: string): boolean {
    return this.moving.has(id);
  }

  /** The event of a move, to be written; until `end` nothing else moves the letter. Errors: the letter can't make the move. */
  begin(id: string, state: LetterState, details: Partial<LetterEvent> = {}): Unnumbered<LetterEvent> {
    if (!this.mayBegin(id, state)) throw new Error(`A letter that is ${this.stateOf(id)} can't become ${state}.`);
    this.moving.add(id);
    const { serverAnswer } = details;
    return {
      at: this.now(),
      letterId: id,
      roundId: this.letters.get(id)?.roundId ?? "",
      ...details,
      // Nobody's address stands in the journal.
      ...(serverAnswer !== undefined && { serverAnswer: hideAddresses(id, serverAnswer) }),
      state,
    };
  }

  /** Moves are on disk, or could not be written: then the letters are where they were. */
  end(events: readonly Unnumbered<LetterEvent>[], areWritten: boolean): void {
    for (const event of events) {
      this.moving.delete(event.letterId);
      if (areWritten) this.remember(event);
    }
  }

  /** Follows one event of the journal. */
  remember(event: Unnumbered<LetterEvent>): void {
    if (event.state === "accepted") this.onAccepted(event.at);
    const known = this.letters.get(event.letterId);
    const tries = (known?.tries ?? 0) + triesIn(event.state, known?.state);
    this.letters.set(event.letterId, {
      roundId: event.roundId,
      state: event.state,
      sha256: event.sha256 ?? known?.sha256 ?? "",
      tries,
      firstTriedAt: tries === 0 ? 0 : known?.firstTriedAt || event.at,
      nextAt: event.nextAt ?? known?.nextAt ?? 0,
      mayHaveIt: event.mayHaveIt ?? known?.mayHaveIt ?? false,
      laidBy: event.laidBy ?? known?.laidBy,
      replacedBy: event.replacedBy ?? known?.replacedBy,
      about: event.about ?? known?.about,
      at: event.at,
    });
  }
}

/** A letter that begins to leave is tried once more; one that goes back to waiting was not tried after all. */
function triesIn(state: LetterState, before: LetterState | undefined): number {
  if (state === "leaving") return 1;
  return state === "handed" && before === "leaving" ? -1 : 0;
}
