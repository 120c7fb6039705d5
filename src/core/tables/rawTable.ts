import type { ColumnMeaning } from "./columnMeaning";
import type { TableKind } from "./tableKind";

/** A table as it stands in a file: rows of cells as text, nothing interpreted yet. */
export interface RawTable {
  /** The file's name, and the sheet's where there are several. */
  readonly name: string;
  readonly fileName: string;
  readonly rows: readonly (readonly string[])[];
  /** By which number a row, and a column, is found in the file, counted from 1; left out where none was passed over. */
  readonly rowNumbers?: readonly number[];
  readonly columnNumbers?: readonly number[];
  /** Rows with an empty line above them; left out where none has. */
  readonly belowGaps?: ReadonlySet<number>;
  /** Set where a row has as many cells as its heading unless something is wrong with it: cells parted by a sign. */
  readonly isCounted?: true;
  /** Rows that are hidden in the workbook and were not taken. */
  readonly hiddenRows: number;
  /** Set where rows or columns were hidden and can be taken on a word. */
  readonly hasHidden?: true;
  /** What was found and is told: cells with errors, what was cleaned away, what is hidden. */
  readonly remarks?: readonly string[];
  /** Notes on cells, by "row/column". */
  readonly notes?: ReadonlyMap<string, string>;
  /** How the text of the file was read; none for workbooks and bundles. */
  readonly reading?: TextReading;
  /** Set where the format itself says what everything is; then the first row holds titles of our own. */
  readonly preset?: {
    readonly kind: TableKind;
    readonly meanings: readonly ColumnMeaning[];
    readonly part: string;
    /** By column, what is asked. */
    readonly maybe?: Readonly<Record<number, readonly ColumnMeaning[]>>;
  };
}

/** How the bytes of a text file become cells. */
export interface TextReading {
  /** As the WHATWG Encoding Standard names it. */
  readonly encoding: string;
  readonly delimiter: string;
  /** Set where several encodings fit and nothing decides: each with a word as it is read by it. */
  readonly rivals?: readonly { readonly encoding: string; readonly sample: string }[];
}

/** Why a file can't be read; words for the teacher are made by `tableProblemWords`. */
export interface TableProblem {
  readonly code:
    | "too large"
    | "empty"
    | "only headings"
    | "not a table"
    | "broken quotes"
    | "broken workbook"
    | "broken cards"
    | "not a OneRoster file";
  readonly fileName: string;
  readonly row?: number;
}

export type TableReading =
  | { ok: true; tables: RawTable[] /** Hidden sheets are named and left alone. */; hiddenSheets?: string[] }
  | { ok: false; problem: TableProblem };

/** The largest file that is read, in bytes; larger ones are refused with a word. */
export const MAX_TABLE_BYTES = 40_000_000;

/** What is wrong with a file, that nothing is lost, and what to do. */
export function tableProblemWords({ code, fileName, row }: TableProblem): string {
  const safe = "Nothing was changed.";
  switch (code) {
    case "too large":
      return `${fileName} is larger than ${MAX_TABLE_BYTES / 1_000_000} MB. ${safe} Export one class at a time.`;
    case "empty":
      return `${fileName} holds no table. ${safe} Export it again, and check that it opens in a spreadsheet.`;
    case "only headings":
      return `${fileName} holds headings and no row below them. ${safe} Export it again once there is something in it.`;
    case "not a table":
      return `${fileName} is not a table that can be read here. ${safe} Save it as CSV or XLSX and bring it in again.`;
    case "broken quotes":
      return `${fileName} has a quotation mark that is never closed, near row ${row}. ${safe} Fix that row, or save the file again from a spreadsheet.`;
    case "broken workbook":
      return `${fileName} can’t be opened: the workbook is damaged or locked with a password. ${safe} Save it again without a password.`;
    case "broken cards":
      return `${fileName} holds no contact card that can be read. ${safe} Export the contacts again as vCard 3 or 4.`;
    case "not a OneRoster file":
      return `${fileName} is a zip without the tables of OneRoster in it. ${safe} Export it as OneRoster 1.1 or 1.2 CSV, or bring the tables in one by one.`;
  }
}

/** The number by which a row is found in its file, counted from 1. */
export function rowNumber({ rowNumbers }: Pick<RawTable, "rowNumbers">, row: number): number {
  return rowNumbers?.[row] ?? row + 1;
}
