import { FiguresIndex } from "../figures/figuresIndex";
import { fractionToNumber } from "../figures/fraction";
import type { Day } from "../model/day";
import type { Period } from "../model/term";
import type { World } from "../model/world";

/** The mean of a class's overall averages before and after an import, in percent. */
export interface ClassMove {
  readonly classId: string;
  readonly before: number;
  readonly after: number;
}

/** A class whose mean moves further than this many points of percent is looked at first. */
export const MOST_CLASS_MOVE = 10;

/** The classes whose mean would move by more than `MOST_CLASS_MOVE`. */
export function classMoves(
  before: World,
  after: World,
  touched: readonly { classId: string; period: Period }[],
  today: Day,
): ClassMove[] {
  const [then, now] = [new FiguresIndex(before, today), new FiguresIndex(after, today)];
  const distinct = new Map(touched.map((one) => [`${one.classId}/${one.period}`, one]));
  return [...distinct.values()].flatMap(({ classId, period }) => {
    const was = meanOf(then, classId, period);
    const is = meanOf(now, classId, period);
    const moved = was !== undefined && is !== undefined && Math.abs(is - was) > MOST_CLASS_MOVE;
    return moved ? [{ classId, before: was, after: is }] : [];
  });
}

function meanOf(index: FiguresIndex, classId: string, period: Period): number | undefined {
  const schoolClass = index.world.classes.get(classId);
  if (!schoolClass) return undefined;
  const averages = schoolClass.studentIds.flatMap((id) => {
    const { overall } = index.figures(classId, id, period);
    return overall ? [fractionToNumber(overall.exact)] : [];
  });
  return averages.length > 0 ? averages.reduce((sum, value) => sum + value, 0) / averages.length : undefined;
}
