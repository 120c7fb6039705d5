import { isNumber } from "./cellMeaning";
import { isIdentity } from "./columnMeaning";
import { foldHeading } from "./foldHeading";
import { mayBeHeading } from "./headingWords";
import { meaningOfHeader } from "./meaningOfHeader";
import type { RawTable } from "./rawTable";
import { readPermission } from "./readPermission";

/** Lines above headings that belong to them: a title, a class, an empty line. */
const MOST_LINES_ABOVE = 3;

/**
 * A sheet with several tables below each other as that many tables: each class may have headings of its own, for other work.
 * Headings that are there again, word by word, begin none, unless other points or dates follow.
 */
export function partTables(table: RawTable): RawTable[] {
  if (table.preset) return [table];
  const { rows } = table;
  const first = rows.findIndex(isHeading);
  if (first < 0) return [table];
  const roles = rolesIn(rows[first] ?? []);
  const heads = rows.flatMap((row, at) =>
    at > first && isHeading(row) && rolesIn(row).filter((role) => roles.includes(role)).length * 2 >= roles.length
      ? [at]
      : [],
  );
  const namesOf = (at: number) => foldHeading((rows[at] ?? []).filter(Boolean).join(" "));
  const columns = (rows[first] ?? []).flatMap((cell, column) =>
    isIdentity(meaningOfHeader(cell)?.role ?? "not used") ? [column] : [],
  );
  /** Points or dates right below headings, with nobody's name. */
  const detailsBelow = (at: number) => {
    const row = rows[at + 1] ?? [];
    return row.some(Boolean) && columns.every((column) => !row[column]) ? row.join("|") : "";
  };
  const begins = heads.filter(
    (at) =>
      at > first + 1 &&
      (namesOf(at) !== namesOf(first) || (detailsBelow(at) !== "" && detailsBelow(at) !== detailsBelow(first))),
  );
  // Right below the headings stands more of them, and no other table.
  const starts = begins.filter((at) => rows.slice(first + 1, at).some((row) => row.filter(Boolean).length >= 2));
  if (starts.length === 0) return [table];
  const froms = [0, ...starts.map((at) => at - linesAbove(rows, at))];
  return froms.map((from, place) => partOf(table, from, froms[place + 1] ?? rows.length, place));
}

function partOf(table: RawTable, from: number, to: number, place: number): RawTable {
  const { notes, rowNumbers } = table;
  const numbers = rowNumbers ?? table.rows.map((_row, row) => row + 1);
  const ownNotes = [...(notes ?? [])].flatMap(([at, note]): [string, string][] => {
    const [row = 0, column = 0] = at.split("/").map(Number);
    return row >= from && row < to ? [[`${row - from}/${column}`, note]] : [];
  });
  const { notes: _notes, belowGaps, ...rest } = table;
  const gaps = [...(belowGaps ?? [])].flatMap((row) => (row > from && row < to ? [row - from] : []));
  return {
    ...rest,
    name: place === 0 ? table.name : `${table.name} (${place + 1})`,
    rows: table.rows.slice(from, to),
    rowNumbers: numbers.slice(from, to),
    ...(gaps.length > 0 && { belowGaps: new Set(gaps) }),
    ...(ownNotes.length > 0 && { notes: new Map(ownNotes) }),
  };
}

/** Whether a row is headings: words alone, one at least that names a column of students. */
function isHeading(row: readonly string[]): boolean {
  if (!row.some(mayBeHeading)) return false;
  const filled = row.filter(Boolean);
  if (filled.length < 2 || filled.some(isNumber)) return false;
  return rolesIn(row).length > 0 && filled.every((cell) => cell.length <= LONGEST_HEADING);
}

/** What the headings of a row say whose row it is by. "No" heads numbers, and answers questions. */
function rolesIn(row: readonly string[]): string[] {
  return row.flatMap((cell) => {
    const role = meaningOfHeader(cell)?.role ?? "not used";
    return isIdentity(role) && readPermission(cell) === "unclear" ? [role] : [];
  });
}
const LONGEST_HEADING = 60;

/** How many short lines right above headings go with them. */
function linesAbove(rows: RawTable["rows"], at: number): number {
  let lines = 0;
  while (lines < MOST_LINES_ABOVE) {
    const filled = (rows[at - lines - 1] ?? []).filter(Boolean);
    if (filled.length !== 1 || filled.some(isNumber)) break;
    lines += 1;
  }
  return lines;
}
