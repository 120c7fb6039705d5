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
}

/** Every letter that the post room ever took; the journal rebuilds it. */
export class LetterMemories {
  private readonly letters = new Map<string, LetterMemory>();

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

  /** Changes a letter's state at once, so that nothing else can take the letter meanwhile; gives the event to write. */
  move(id: string, state: LetterState, details: Partial<LetterEvent> = {}): Unnumbered<LetterEvent> {
    const known = this.letters.get(id);
    if (!mayMove(this.stateOf(id), state)) throw new Error(`A letter that is ${known?.state} can't become ${state}.`);
    const event = { at: this.now(), letterId: id, roundId: known?.roundId ?? "", ...details, state };
    this.remember(event);
    return event;
  }

  remember(event: Unnumbered<LetterEvent>): void {
    if (event.state === "accepted") this.onAccepted(event.at);
    const known = this.letters.get(event.letterId);
    const isTry = event.state === "leaving";
    this.letters.set(event.letterId, {
      roundId: event.roundId,
      state: event.state,
      sha256: event.sha256 ?? known?.sha256 ?? "",
      tries: (known?.tries ?? 0) + (isTry ? 1 : 0),
      firstTriedAt: known?.firstTriedAt || (isTry ? event.at : 0),
      nextAt: event.nextAt ?? known?.nextAt ?? 0,
    });
  }
}
