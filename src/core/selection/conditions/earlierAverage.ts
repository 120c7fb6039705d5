import type { Average } from "../../figures/average";
import type { FiguresIndex } from "../../figures/figuresIndex";
import type { Since } from "../../model/condition";
import { addDays, type Day, instantOf } from "../../model/day";
import type { Period } from "../../model/term";

const LAST_HOUR = 24;

/**
 * A student's overall average as it was at an earlier moment, and that moment (ms since the epoch); no moment where
 * nothing was written yet, no average where nothing was scored by then. The class must exist.
 */
export function earlierAverage(
  index: FiguresIndex,
  { classId, studentId }: { classId: string; studentId: string },
  period: Period,
  since: Since,
): { average: Average | undefined; moment: number | undefined } {
  const moment = since.kind === "last note" ? index.lastWritten(studentId)?.at : momentOf(since, index.today);
  if (moment === undefined) return { average: undefined, moment };
  return { average: index.asOf(moment).figures(classId, studentId, period).overall, moment };
}

/** The end of a day, or a moment that has a name. */
function momentOf(since: Exclude<Since, { kind: "last note" }>, today: Day): number {
  if (since.kind === "moment") return since.at;
  return instantOf(since.kind === "day" ? since.day : addDays(today, -since.days), LAST_HOUR) - 1;
}
