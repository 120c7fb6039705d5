import { isNumber } from "./cellMeaning";
import { isIdentity } from "./columnMeaning";
import { mayBeHeading } from "./headingWords";
import { meaningOfHeader } from "./meaningOfHeader";
import { readPermission } from "./readPermission";

/** What the rows of a table have in common, by which one that does not is seen. */
export interface RowsAtLarge {
  /** How many cells most rows have. */
  readonly usualCells: number;
  /** Whether any row has something beyond the last heading: then headings or rows have slipped. */
  readonly hasMore: boolean;
  /** The first row that is the headings of something else; none where the table is one. */
  readonly otherHeadings: number | undefined;
}

/** Looks over all rows of a table once. */
export function rowsAtLarge(
  rows: readonly (readonly string[])[],
  { headingRow, lastHeaderRow }: { headingRow: number; lastHeaderRow: number },
  titles: readonly string[],
): RowsAtLarge {
  const counts = new Map<number, number>();
  let otherHeadings: number | undefined;
  let hasMore = false;
  const width = rows[headingRow]?.length ?? titles.length;
  for (let row = lastHeaderRow + 1; row < rows.length; row += 1) {
    const cells = rows[row] ?? [];
    counts.set(cells.length, (counts.get(cells.length) ?? 0) + 1);
    if (cells.length > width && cells.slice(width).some(Boolean)) hasMore = true;
    if (otherHeadings === undefined && isOtherHeading(cells, titles)) otherHeadings = row;
  }
  const [usual] = [...counts].sort((a, b) => b[1] - a[1] || b[0] - a[0]);
  return { usualCells: usual?.[0] ?? 0, hasMore, otherHeadings };
}

/** Whether a row is headings, other ones than the table's: all words, and one at least that names a column of people. */
function isOtherHeading(cells: readonly string[], titles: readonly string[]): boolean {
  if (!cells.some(mayBeHeading)) return false;
  const filled = cells.filter(Boolean);
  if (filled.length < 2 || filled.some(isNumber)) return false;
  if (titles.every((title, column) => (cells[column] ?? "") === title)) return false;
  // "No" heads numbers, and answers questions.
  return filled.some(
    (cell) => readPermission(cell) === "unclear" && isIdentity(meaningOfHeader(cell)?.role ?? "not used"),
  );
}

/** The rows of a table below its headings, up to where another table begins. */
export function bodyRows(
  { rows }: { readonly rows: readonly (readonly string[])[] },
  { lastHeaderRow, atLarge }: { readonly lastHeaderRow: number; readonly atLarge: RowsAtLarge },
): readonly (readonly string[])[] {
  return rows.slice(lastHeaderRow + 1, atLarge.otherHeadings ?? rows.length);
}
