import { nameKey } from "../matching/nameKey";
import { foldHeading } from "./foldHeading";
import { isDueLabel, isPossibleLabel } from "./isDetailLabel";
import { type KnownValues, numberKey } from "./knownValues";
import type { Understanding } from "./understand";

/** Why a row is about no student. */
export type LeftOutCause =
  | "points possible"
  | "due dates"
  | "figures of the class"
  | "the header again"
  | "below other headings"
  | "more or fewer cells than the heading"
  | "no name and no number"
  | "by hand";

const FIGURES_LABEL =
  /^(class |group |overall |total )?(averages?|mean|median|totals?|sum|count|min(imum)?|max(imum)?|std( dev)?|standard deviation|range|weights?|number of students|students|promedio|media|mediana|moyenne|mediane|durchschnitt|mittelwert|summe|srednia|mediana|suma|trung binh|total general)( (of )?(the )?(class|group|de la clase|de la classe|klasy))?$/;

/** Why a row is left out; none where it is about somebody. */
export function leftOutCause(
  row: number,
  cells: readonly string[],
  { name, studentNumber, address }: { name: string; studentNumber: string; address: string },
  { choices, shape, meanings, table }: Understanding,
  known: KnownValues,
): LeftOutCause | undefined {
  const { usualCells, hasMore, otherHeadings } = shape.atLarge;
  const byHand = choices.rows?.[String(row)];
  if (byHand === "left out") return "by hand";
  if (!name && !studentNumber && !address) return cells.some(Boolean) ? "no name and no number" : undefined;
  if (byHand === "taken") return undefined;
  if (otherHeadings !== undefined && row >= otherHeadings) return "below other headings";
  const header = table.rows[shape.headingRow] ?? shape.titles;
  if (table.isCounted && !isWhole(cells, header, hasMore ? header.length : usualCells)) return CELLS_CAUSE;
  if (known.names.has(nameKey(name)) || known.studentNumbers.has(numberKey(studentNumber))) return undefined;
  const label = name || studentNumber;
  // Whoever has a number beside the name is somebody, whatever they are called.
  if (!name || !studentNumber || name === studentNumber) {
    if (isPossibleLabel(label)) return "points possible";
    if (isDueLabel(label)) return "due dates";
    if (FIGURES_LABEL.test(foldHeading(label))) return "figures of the class";
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
