import type { RawTable } from "./rawTable";
import { readScoreCell } from "./scoreCell";

export const COLUMN_ROLES = ["student number", "full name", "given name", "family name", "scores", "not used"] as const;
export type ColumnRole = (typeof COLUMN_ROLES)[number];

export interface TableShape {
  /** The place of the row that names the columns. */
  readonly headerRow: number;
  readonly headers: readonly string[];
  readonly roles: readonly ColumnRole[];
}

const ROLE_OF_HEADER: readonly [RegExp, ColumnRole][] = [
  [/^(student |pupil |school )?(id|number|no\.?|nr\.?)$/i, "student number"],
  [/^(given|first|fore)[ -]?names?$/i, "given name"],
  [/^(family|last|sur)[ -]?names?$|^surname$/i, "family name"],
  [/^(student|pupil|full)?[ -]?names?$|^(student|pupil)$/i, "full name"],
  // Totals are computed here from the scores.
  [/\b(average|overall|total|grade|percent|mean|sum)\b/i, "not used"],
];
/** Titles stand above the header in the first rows, if anywhere. */
const ROWS_SEARCHED = 15;

/** Where the header is and what each column seems to be. Every guess can be changed by the teacher. */
export function guessShape(table: RawTable): TableShape {
  const headerRow = guessHeaderRow(table);
  const headers = table.rows[headerRow] ?? [];
  const body = table.rows.slice(headerRow + 1);
  const roles = headers.map((header, place): ColumnRole => {
    const named = ROLE_OF_HEADER.find(([pattern]) => pattern.test(header.trim()))?.[1];
    if (named) return named;
    return header && looksLikeScores(body.map((row) => row[place] ?? "")) ? "scores" : "not used";
  });
  return { headerRow, headers, roles };
}

function guessHeaderRow({ rows }: RawTable): number {
  const searched = rows.slice(0, ROWS_SEARCHED);
  const named = searched.findIndex((row) =>
    row.some((cell) => ROLE_OF_HEADER.some(([pattern, role]) => role !== "not used" && pattern.test(cell.trim()))),
  );
  if (named >= 0) return named;
  const filled = searched.map((row) => row.filter(Boolean).length);
  return Math.max(0, filled.indexOf(Math.max(...filled)));
}

function looksLikeScores(cells: readonly string[]): boolean {
  const filled = cells.filter(Boolean);
  if (filled.length === 0) return false;
  const scores = filled.filter((cell) => readScoreCell(cell, {}).kind === "score");
  return scores.length * 2 >= filled.length;
}
