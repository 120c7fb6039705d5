import type { Reason } from "./reason";

/** Why somebody was selected. */
interface Selected {
  readonly reasons: readonly Reason[];
}

/** What of a match names assignments, without some of them, by id; the match itself where it names none of those, none where nothing is left. */
export function withoutAssignments<Match extends Selected>(
  match: Match,
  assignmentIds: readonly string[],
): Match | undefined {
  if (assignmentIds.length === 0 || !namesAssignments(match)) return match;
  const had = new Set(assignmentIds);
  const reasons = match.reasons.flatMap((reason): Reason[] => {
    if (reason.kind !== "any assignment") return [reason];
    const fitting = reason.fitting.filter(({ id }) => !had.has(id));
    return fitting.length > 0 ? [{ ...reason, fitting }] : [];
  });
  return reasons.some(({ kind }) => kind === "any assignment") ? { ...match, reasons } : undefined;
}

export function namesAssignments(match: Selected): boolean {
  return assignmentsNamed([match]).length > 0;
}

/** The ids of the assignments that some matches were selected by. */
export function assignmentsNamed(matches: readonly Selected[]): string[] {
  return matches.flatMap(({ reasons }) =>
    reasons.flatMap((reason) => (reason.kind === "any assignment" ? reason.fitting.map(({ id }) => id) : [])),
  );
}
