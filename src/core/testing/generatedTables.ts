import { Random } from "../random";
import { contacts, moves, ownColumns, roster, writeToTable } from "./generatedPeopleTables";
import { averages, scoreList, severalClasses, wideScores } from "./generatedScoreTables";
import type { GeneratedTable } from "./generatedTable";
import type { TableSchool } from "./tableSchool";

const MAKERS = [
  wideScores,
  wideScores,
  wideScores,
  scoreList,
  averages,
  averages,
  contacts,
  roster,
  ownColumns,
  severalClasses,
  writeToTable,
  moves,
];

/** Tables of all shapes, always the same for a seed. */
export function generatedTables(school: TableSchool, seed: number, count: number): GeneratedTable[] {
  return Array.from({ length: count }, (_, at) => {
    const make = MAKERS[at % MAKERS.length] as (typeof MAKERS)[number];
    return make(school, new Random(seed * 1000 + at), Math.floor(at / MAKERS.length) * 3 + (at % 3));
  });
}

/** The table as the bytes of a file. */
export function bytesOf({
  rows,
  delimiter,
  encoding,
}: Pick<GeneratedTable, "rows" | "delimiter" | "encoding">): Uint8Array {
  const quoted = (cell: string) =>
    cell.includes(delimiter) || cell.includes('"') || cell.includes("\n") ? `"${cell.replaceAll('"', '""')}"` : cell;
  const text = `${rows.map((row) => row.map(quoted).join(delimiter)).join("\n")}\n`;
  if (encoding === "utf-16le") {
    const bytes = new Uint8Array(2 + text.length * 2);
    const view = new DataView(bytes.buffer);
    view.setUint16(0, 0xfeff, true);
    for (let at = 0; at < text.length; at += 1) view.setUint16(2 + at * 2, text.charCodeAt(at), true);
    return bytes;
  }
  return new TextEncoder().encode(encoding === "utf-8 with a mark" ? `\ufeff${text}` : text);
}
