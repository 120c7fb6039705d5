import { numberIn } from "../figures/scoreCell";
import { nameKey } from "../matching/nameKey";
import type { Understanding } from "./understand";

interface KeyedRow {
  readonly row: number;
  readonly cells: readonly string[];
  readonly identity: { name: string; studentNumber: string; address: string };
  readonly place: string;
}

/**
 * Rows of the same person in the tables of one week share a key, and so does the row of next week. Cells that are
 * words and not used otherwise belong to it, since they may be all that tells namesakes apart. Rows that nothing
 * tells apart have keys of their place in this one table: an answer for one of them must never be used for another.
 */
export function rowKeys({ id, shape }: Understanding, rows: readonly KeyedRow[]): string[] {
  // By what the columns were guessed to be: an answer about a column leaves those about rows in force.
  const telling = shape.meanings.flatMap(({ role }, column) =>
    (role === "not used" || role === "own column") && shape.isFigure[column] !== true ? [column] : [],
  );
  const keys = rows.map(({ cells, identity: { name, studentNumber, address }, place }) => {
    const words = telling.flatMap((column) => {
      const cell = cells[column] ?? "";
      return cell && cell.length <= MOST_KEY_CHARACTERS && !numberIn(cell) ? [nameKey(cell)] : [];
    });
    return [place, studentNumber, nameKey(name), address.toLowerCase(), ...words].join("|");
  });
  const counts = new Map<string, number>();
  for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1);
  return keys.map((key, at) => ((counts.get(key) ?? 0) > 1 ? `${key}${ROW_MARK}${id}/${rows[at]?.row}` : key));
}

const MOST_KEY_CHARACTERS = 40;
const ROW_MARK = "|row ";

/** Whether an answer about a row can be kept for the next table of its shape. */
export function outlivesTable(key: string): boolean {
  return !key.includes(ROW_MARK);
}
