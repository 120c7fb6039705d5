import Papa from "papaparse";
import { decodeText } from "./decodeText";
import type { TableReading } from "./rawTable";

const DELIMITERS = [",", ";", "\t", "|"] as const;
const LINES_TRIED = 40;

/** How somebody said that a file is read, where the guess was wrong. */
export interface AskedReading {
  readonly encoding?: string | undefined;
  readonly delimiter?: string | undefined;
  /** Whether a word with accents is one that the gradebook knows: of several encodings that fit such words decide. */
  readonly knows?: (word: string) => boolean;
}

/**
 * Reads text with cells parted by commas, semicolons, tabs or bars; quotes and line breaks in quotes are understood.
 * Text without any of these is parted where several spaces stand together. Control characters are cleaned away and said.
 */
export function readDelimited(bytes: Uint8Array, fileName: string, asked: AskedReading = {}): TableReading {
  const { text: decoded, encoding, rivals } = decodeText(bytes, asked.encoding, asked.knows);
  const { text, cleaned } = cleanText(decoded);
  if (cleaned > text.length / MOST_CLEANED) return { ok: false, problem: { code: "not a table", fileName } };
  const delimiter = asked.delimiter ?? delimiterOf(text);
  const { data: all, errors } = Papa.parse<string[]>(delimiter ? text : text.replace(/ {2,}/g, "\t"), {
    delimiter: delimiter ?? "\t",
    newline: "\n",
  });
  const broken = errors.find(({ type }) => type === "Quotes");
  if (broken) return { ok: false, problem: { code: "broken quotes", fileName, row: (broken.row ?? 0) + 1 } };
  const { rows: data, rowNumbers } = filledRows(all);
  if (data.length === 0) return { ok: false, problem: { code: "empty", fileName } };
  if (data.length === 1) return { ok: false, problem: { code: "only headings", fileName } };
  for (const row of data) {
    for (let column = 0; column < row.length; column += 1) row[column] = plainCell(row[column] ?? "");
  }
  const remarks = cleaned > 0 ? [`${cleaned} characters that no text has were cleaned away.`] : [];
  return {
    ok: true,
    tables: [
      {
        name: fileName,
        fileName,
        rows: data,
        ...(rowNumbers && { rowNumbers, belowGaps: gapsIn(rowNumbers) }),
        hiddenRows: 0,
        reading: { encoding, delimiter: delimiter ?? "  ", ...(rivals && { rivals }) },
        ...(delimiter && { isCounted: true }),
        ...(remarks.length > 0 && { remarks }),
      },
    ],
  };
}

function gapsIn(rowNumbers: readonly number[]): Set<number> {
  return new Set(rowNumbers.flatMap((number, row) => (number > (rowNumbers[row - 1] ?? 0) + 1 ? [row] : [])));
}

/** Rows with something in them, and where they stood if others were passed over. */
function filledRows(all: string[][]): { rows: string[][]; rowNumbers: number[] | undefined } {
  const isFilled = (row: readonly string[]) => row.some((cell) => cell.trim() !== "");
  if (all.every(isFilled)) return { rows: all, rowNumbers: undefined };
  const places = all.flatMap((row, place) => (isFilled(row) ? [place] : []));
  return { rows: places.map((place) => all[place] ?? []), rowNumbers: places.map((place) => place + 1) };
}

/** A file with more than one such character in so many is no text. */
const MOST_CLEANED = 50;
// biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is cleaned away
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufeff\u200b\u2028\u2029]/g;

/** Text with one kind of line end, composed letters (Unicode NFC) and no control characters. */
function cleanText(text: string): { text: string; cleaned: number } {
  const lines = text.includes("\r") ? text.replace(/\r\n?/g, "\n") : text;
  // biome-ignore lint/suspicious/noControlCharactersInRegex: plain text needs none of the slow steps
  const composed = /^[\x00-\x7f]*$/.test(lines) ? lines : lines.normalize("NFC");
  const marked = composed.startsWith("\ufeff") ? composed.slice(1) : composed;
  const clean = CONTROL.test(marked) ? marked.replace(CONTROL, "") : marked;
  CONTROL.lastIndex = 0;
  return { text: clean, cleaned: marked.length - clean.length };
}

/** A cell without the space around it, and without the apostrophe that keeps a spreadsheet from running text as a formula. */
export function plainCell(cell: string): string {
  const first = cell.charCodeAt(0);
  const last = cell.charCodeAt(cell.length - 1);
  // Most cells need nothing; trimming each would cost a copy of the whole table.
  const text = first <= 32 || last <= 32 || first >= 160 || last >= 160 ? cell.trim() : cell;
  if (first > LAST_LATIN && OTHER_DIGITS.test(text)) return westernDigits(text);
  if (first === APOSTROPHE && /^'(?:[\s\u200b\ufeff]*[=+\-@＝＋－＠\d]|[\t\r])/u.test(text)) return text.slice(1);
  // ="0041" is how some programs keep the zeros of a number.
  return first === EQUALS && /^="[^"]*"$/.test(text) ? text.slice(2, -1) : text;
}
const LAST_LATIN = 0x24f;
const OTHER_DIGITS =
  /^[\d.,/%+\-\s()\u0660-\u0669\u06f0-\u06f9\uff10-\uff19]*[\u0660-\u0669\u06f0-\u06f9\uff10-\uff19]/;

/** Figures in the digits of another script, as a table holds them otherwise. */
function westernDigits(text: string): string {
  return text.replace(/[\u0660-\u0669\u06f0-\u06f9\uff10-\uff19]/g, (digit) => {
    const code = digit.charCodeAt(0);
    return String(code >= 0xff10 ? code - 0xff10 : code >= 0x06f0 ? code - 0x06f0 : code - 0x0660);
  });
}
const APOSTROPHE = 39;
const EQUALS = 61;

/** The sign that parts most of the first lines into equally many cells; none when no line has any. */
function delimiterOf(text: string): string | undefined {
  let best: { delimiter: string; lines: number; cells: number } | undefined;
  for (const delimiter of DELIMITERS) {
    const { data } = Papa.parse<string[]>(text.slice(0, CHARACTERS_TRIED), {
      delimiter,
      preview: LINES_TRIED,
      skipEmptyLines: "greedy",
    });
    const counts = new Map<number, number>();
    for (const { length } of data) if (length > 1) counts.set(length, (counts.get(length) ?? 0) + 1);
    for (const [cells, lines] of counts) {
      if (!best || lines > best.lines || (lines === best.lines && cells > best.cells))
        best = { delimiter, lines, cells };
    }
  }
  return best?.delimiter;
}
const CHARACTERS_TRIED = 200_000;
