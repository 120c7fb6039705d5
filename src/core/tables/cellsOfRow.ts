import { withoutPronouns } from "../matching/splitName";
import type { ColumnMeaning, ColumnRole } from "./columnMeaning";

/** Reads the cell of a role, the first column where several have it. */
export function cellReader(
  meanings: readonly ColumnMeaning[],
): (cells: readonly string[], role: ColumnRole, guardian?: number) => string {
  const first = new Map<string, number>();
  meanings.forEach(({ role, guardian }, column) => {
    for (const key of [role, `${role}/${guardian ?? 1}`]) if (!first.has(key)) first.set(key, column);
  });
  return (cells, role, guardian) => {
    const column = first.get(guardian === undefined ? role : `${role}/${guardian}`);
    return column === undefined ? "" : (cells[column] ?? "");
  };
}

/** The name of the student in a row, in one column or two. */
export function nameInRow(cells: readonly string[], cellOf: ReturnType<typeof cellReader>): string {
  const full = withoutPronouns(cellOf(cells, "full name"));
  return full || `${cellOf(cells, "given name")} ${cellOf(cells, "family name")}`.trim();
}
