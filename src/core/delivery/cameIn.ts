import type { FiguresIndex } from "../figures/figuresIndex";
import { MS_PER_DAY } from "../model/day";
import { currentPeriod } from "../model/term";

const WITHIN_DAYS = 7;

/** What became of the work that was missing when a round was sent. */
export interface CameIn {
  /** Assignments that were missing then, of those whom the round was about. */
  readonly missing: number;
  /** How many of them came in within `days`, so far where these are not over. */
  readonly cameIn: number;
  readonly days: number;
  readonly isOver: boolean;
}

/**
 * How many of the assignments that were missing when letters left are missing no more a week later. Whether the letters were
 * the reason nobody can tell. `at` and `now` in ms since the epoch.
 */
export function cameIn(
  index: FiguresIndex,
  about: readonly { readonly studentId: string; readonly classId: string }[],
  at: number,
  now: number,
): CameIn {
  const until = at + WITHIN_DAYS * MS_PER_DAY;
  const then = index.asOf(at);
  const later = until < now ? index.asOf(until) : index;
  const period = currentPeriod(index.world, then.today);
  const assignments = (of: FiguresIndex, { studentId, classId }: { studentId: string; classId: string }) =>
    of.gradebook(classId) ? of.figures(classId, studentId, period).missing.map(({ assignment }) => assignment.id) : [];
  let missing = 0;
  let came = 0;
  const distinct = new Map(about.map((one) => [`${one.classId}/${one.studentId}`, one]));
  for (const one of distinct.values()) {
    const before = assignments(then, one);
    const still = new Set(assignments(later, one));
    missing += before.length;
    came += before.filter((id) => !still.has(id)).length;
  }
  return { missing, cameIn: came, days: WITHIN_DAYS, isOver: until < now };
}
