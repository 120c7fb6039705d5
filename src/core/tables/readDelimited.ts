import Papa from "papaparse";
import { decodeText } from "./decodeText";
import type { TableReading } from "./rawTable";

/** Reads text with cells parted by commas, semicolons, tabs or bars; quotes and line breaks in quotes are understood. */
export function readDelimited(bytes: Uint8Array, fileName: string): TableReading {
  const text = decodeText(bytes);
  if (text.includes("\0")) return { ok: false, problem: { code: "not a table", fileName } };
  const { data, errors } = Papa.parse<string[]>(text, {
    delimitersToGuess: [",", ";", "\t", "|"],
    skipEmptyLines: "greedy",
  });
  const broken = errors.find(({ type }) => type === "Quotes");
  if (broken) return { ok: false, problem: { code: "broken quotes", fileName, row: (broken.row ?? 0) + 1 } };
  if (data.length === 0) return { ok: false, problem: { code: "empty", fileName } };
  return { ok: true, tables: [{ name: fileName, rows: data.map((row) => row.map((cell) => cell.trim())) }] };
}
