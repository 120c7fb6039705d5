import { type Criterion, levelOf, pointsOf, type Reached } from "../model/criterion";
import type { View } from "../model/view";
import type { World } from "../model/world";

/** One criterion as the teacher, the student and others see it. */
export interface ComparedCriterion {
  readonly criterion: Criterion;
  readonly teacher: string | number | undefined;
  readonly own: string | number | undefined;
  /** The median of the others, and how many they are. */
  readonly others: string | number | undefined;
  readonly count: number;
  /** Whether the own view, or the others’, is a level or more away from the teacher’s; a tenth of free points counts as one. */
  readonly differs: boolean;
}

/** The views of a student on an assignment. */
export function viewsOf({ views }: Pick<World, "views">, assignmentId: string, studentId: string): View[] {
  return [...views.values()]
    .filter((view) => view.assignmentId === assignmentId && view.studentId === studentId)
    .sort((a, b) => a.at - b.at);
}

/** All criteria side by side; where views differ by a level or more comes first. The last own view counts. */
export function comparedViews(
  rubric: readonly Criterion[],
  reached: Reached | undefined,
  views: readonly View[],
): ComparedCriterion[] {
  const own = views.filter(({ by }) => by === "own").at(-1);
  const others = views.filter(({ by }) => by === "other");
  const compared = rubric.map((criterion): ComparedCriterion => {
    const places = others.flatMap((view) => placeOf(criterion, view.reached) ?? []);
    const median = medianOf(places);
    const mine = placeOf(criterion, reached);
    const theirs = [placeOf(criterion, own?.reached), median];
    return {
      criterion,
      teacher: markAt(criterion, mine),
      own: markAt(criterion, placeOf(criterion, own?.reached)),
      others: markAt(criterion, median),
      count: places.length,
      differs:
        mine !== undefined && theirs.some((one) => one !== undefined && Math.abs(one - mine) >= stepOf(criterion)),
    };
  });
  return [...compared.filter(({ differs }) => differs), ...compared.filter(({ differs }) => !differs)];
}

/** A level by its place from the lowest, free points as they are. */
function placeOf(criterion: Criterion, reached: Reached | undefined): number | undefined {
  if (criterion.most !== undefined) return pointsOf(criterion, reached);
  const level = levelOf(criterion, reached);
  return level && criterion.levels.indexOf(level);
}

function markAt({ levels, most }: Criterion, place: number | undefined): string | number | undefined {
  if (place === undefined) return undefined;
  return most === undefined ? levels[Math.floor(place)]?.id : place;
}

const POINTS_A_LEVEL = 0.1;
const stepOf = ({ most }: Criterion) => (most === undefined ? 1 : most * POINTS_A_LEVEL);

/** The middle one; of two the lower, so that it is a level that somebody chose. */
function medianOf(values: readonly number[]): number | undefined {
  return [...values].sort((a, b) => a - b)[Math.floor((values.length - 1) / 2)];
}
