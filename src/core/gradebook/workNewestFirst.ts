import type { Assignment } from "../model/assignment";

/**
 * Columns of work with what fell due last in front; what has no due date comes after, in the order of the gradebook. A
 * column that several classes share goes by the latest of its dates.
 */
export function workNewestFirst<Column extends { readonly assignments: Readonly<Record<string, string>> }>(
  work: readonly Column[],
  assignments: ReadonlyMap<string, Pick<Assignment, "dueDate">>,
): Column[] {
  const due = new Map(
    work.map((column) => {
      const days = Object.values(column.assignments).map((id) => assignments.get(id)?.dueDate ?? "");
      return [column, days.reduce((latest, day) => (day > latest ? day : latest), "")];
    }),
  );
  const dayOf = (column: Column) => due.get(column) ?? "";
  return [...work].sort((a, b) => (dayOf(a) < dayOf(b) ? 1 : dayOf(a) > dayOf(b) ? -1 : 0));
}
