import { nameKey } from "../matching/nameKey";
import { isFiguresLabel } from "./figuresLabel";
import { isDueLabel, isPossibleLabel } from "./isDetailLabel";
import { type KnownValues, numberKey } from "./knownValues";
import type { LeftOutCause } from "./leftOutCause";
import type { Understanding } from "./understand";

/** Why a row is left out; none where it is about somebody. */
export function whyLeftOut(
  row: number,
  cells: readonly string[],
  { name, studentNumber, address }: { name: string; studentNumber: string; address: string },
  { choices, shape, meanings, table }: Understanding,
  known: KnownValues,
): LeftOutCause | undefined {
  const { usualCells, hasMore, otherHeadings } = shape.atLarge;
  const byHand = choices.rows?.[String(row)];
  if (byHand === "left out") return "by hand";
  if (!name && !studentNumber && !address)
    return shape.others.get(row) ?? (cells.some(Boolean) ? "no name and no number" : undefined);
  if (byHand === "taken") return undefined;
  const other = shape.others.get(row);
  if (other) return other;
  if (otherHeadings !== undefined && row >= otherHeadings) return "below other headings";
  const header = table.rows[shape.headingRow] ?? shape.titles;
  if (table.isCounted && !isWhole(cells, header, hasMore ? header.length : usualCells)) return CELLS_CAUSE;
  if (known.names.has(nameKey(name)) || known.studentNumbers.has(numberKey(studentNumber))) return undefined;
  const label = name || studentNumber;
  // Whoever has a number beside the name is somebody, whatever they are called.
  if (!name || !studentNumber || name === studentNumber) {
    if (isPossibleLabel(label)) return "points possible";
    if (isDueLabel(label)) return "due dates";
    if (isFiguresLabel(label)) return "figures of the class";
  }
  const repeats = meanings.every((_meaning, column) => (cells[column] ?? "") === (shape.titles[column] ?? ""));
  return repeats ? "the header again" : undefined;
}

const CELLS_CAUSE = "more or fewer cells than the heading";

/** Whether no cell of a row can have slipped: it has one for each heading, or as many as most rows and nothing beyond the headings. */
function isWhole(cells: readonly string[], header: readonly string[], usualCells: number): boolean {
  if (cells.length === header.length) return true;
  const width = header.findLastIndex(Boolean) + 1;
  return cells.length === usualCells && cells.length >= width && !cells.slice(header.length).some(Boolean);
}
