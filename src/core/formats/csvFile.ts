import Papa from "papaparse";

/**
 * Rows as CSV (RFC 4180) that a spreadsheet opens as text: a cell that would run as a formula gets an apostrophe in
 * front, which bringing the file in again takes off.
 */
export function csvText(rows: readonly (readonly (string | number)[])[]): string {
  const safe = rows.map((row) => row.map((cell) => (typeof cell === "string" ? harmless(cell) : cell)));
  return `${Papa.unparse(safe as (string | number)[][], { newline: "\r\n" })}\r\n`;
}

/** The byte order mark tells spreadsheets that the text is UTF-8. */
export function csvFile(rows: readonly (readonly (string | number)[])[]): string {
  return `\ufeff${csvText(rows)}`;
}

// biome-ignore lint/suspicious/noControlCharactersInRegex: these never leave
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/g;

/** Blanks of any kind and line breaks before the sign don't keep a spreadsheet from running a formula. */
function harmless(cell: string): string {
  const clean = cell.replace(CONTROL, "");
  return /^(?:[\s\u200b\ufeff]*[=+\-@＝＋－＠]|[\t\r])/u.test(clean) ? `'${clean}` : clean;
}
