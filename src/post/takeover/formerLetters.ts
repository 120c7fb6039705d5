import { isFinal, type LetterState } from "@/core/delivery/letterState";
import { isLetterEvent, type LetterEvent, type PostEvent } from "@/core/delivery/postEvent";
import { startOfDay } from "@/core/delivery/sendingPlan";

/** What all events of a letter come to. */
export interface FormerLetter extends LetterEvent {
  readonly tries: number;
  readonly firstTriedAt: number | null;
}

/** What all events of a round come to. */
export interface FormerRound {
  isPaused: boolean;
  wasPaused: boolean;
  outdatedBy: number;
}

/** What the events of the letters' journal come to, by letter, round and day. */
export function summary(events: readonly PostEvent[]) {
  const letters = new Map<string, FormerLetter>();
  const rounds = new Map<string, FormerRound>();
  const days = new Map<number, number>();
  let isPaused = false;
  const round = (id: string) => {
    const known = rounds.get(id) ?? { isPaused: false, wasPaused: false, outdatedBy: 0 };
    rounds.set(id, known);
    return known;
  };
  for (const event of events) {
    if (isLetterEvent(event)) {
      round(event.roundId);
      letters.set(event.letterId, after(letters.get(event.letterId), event));
      if (event.state === "accepted") days.set(startOfDay(event.at), (days.get(startOfDay(event.at)) ?? 0) + 1);
    } else if ("paused" in event) {
      const one = round(event.roundId);
      one.isPaused = event.paused;
      one.wasPaused ||= event.paused;
    } else if ("outdated" in event) round(event.roundId).outdatedBy = event.outdated;
    else if ("nothingLeaves" in event) isPaused = event.nothingLeaves;
  }
  return { letters, rounds, days, isPaused };
}

/** A letter after one more event; what an event does not say stays. */
function after(known: FormerLetter | undefined, event: LetterEvent): FormerLetter {
  const tries = (known?.tries ?? 0) + triesIn(event.state, known?.state);
  const { serverAnswer: _answer, gather: _gather, ...stays } = known ?? {};
  // Of a letter that met its fate no moment is waited for.
  const { nextAt: _nextAt, ...ended } = stays as Partial<FormerLetter>;
  return {
    ...(isFinal(event.state) ? ended : stays),
    ...event,
    tries,
    firstTriedAt: tries === 0 ? null : (known?.firstTriedAt ?? event.at),
  };
}

/** A letter that begins to leave is tried once more; one that goes back to waiting was not tried after all. */
function triesIn(state: LetterState, before: LetterState | undefined): number {
  if (state === "leaving") return 1;
  return state === "handed" && before === "leaving" ? -1 : 0;
}
