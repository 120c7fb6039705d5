/** How far outside a threshold a student still counts as a near miss: points of percent, or assignments. */
export const NEAR_MISS_PERCENT = 2;
/** The same for counts of assignments. */
const NEAR_MISS_ASSIGNMENTS = 1;

/** Where a student stands by a condition. "no average": there is nothing to compare, so it never passes. */
export type Position = "selected" | "near miss" | "no average" | "outside";

/** Why nothing can be said: no average (overall, of a category, or at an earlier moment), no points, no work at all. */
export type NothingKnown =
  | { readonly kind: "no average"; readonly of?: string; readonly since?: string }
  | { readonly kind: "no score"; readonly assignment: string }
  | { readonly kind: "no work" };

/** What a condition says of one student in one class, with the reason. */
export interface Judged<Because> {
  readonly position: Position;
  readonly reason: Because | NothingKnown;
}

export function yesOrNo<Because>(holds: boolean, reason: Because): Judged<Because> {
  return { position: holds ? "selected" : "outside", reason };
}

/** What a class has not can't be said of its students. */
export function yesNoOrUnknown<Because>(holds: boolean | undefined, reason: Because): Judged<Because> {
  return holds === undefined ? { position: "no average", reason } : yesOrNo(holds, reason);
}

export function nothingKnown(reason: NothingKnown): Judged<never> {
  return { position: "no average", reason };
}

/** Missing work is known only of a class that has any. */
export const NO_WORK = nothingKnown({ kind: "no work" });

/** Whether there are so many; one fewer is a near miss, none at all is not. */
export function judgeCount<Because>(
  count: number,
  atLeast: number,
  reasonOf: (holds: boolean) => Because,
): Judged<Because> {
  const holds = count >= atLeast;
  const isNear = !holds && count > 0 && count >= atLeast - NEAR_MISS_ASSIGNMENTS;
  return { position: holds ? "selected" : isNear ? "near miss" : "outside", reason: reasonOf(holds) };
}

/** The same as a quick look at a column: who is certainly neither. */
export function countOutside(column: Uint16Array, atLeast: number): (place: number) => boolean {
  return (place) => {
    const count = column[place] ?? 0;
    return count < atLeast && (count === 0 || count < atLeast - NEAR_MISS_ASSIGNMENTS);
  };
}
