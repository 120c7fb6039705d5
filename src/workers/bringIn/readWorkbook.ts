import readSheets from "read-excel-file/web-worker";
import type { RawTable, TableReading } from "@/core/tables/rawTable";
import { plainCell } from "@/core/tables/readDelimited";
import { counted } from "@/core/words";
import { type SheetParts, workbookParts } from "./workbookParts";

const NOTHING: SheetParts = {
  isHidden: false,
  hiddenRows: new Set(),
  hiddenColumns: new Set(),
  percents: new Set(),
  errors: new Map(),
  notes: new Map(),
};

/**
 * Reads every sheet of an XLSX workbook that is not empty. Number formats count: a percent is one. Hidden rows, columns and
 * sheets are named and left alone, unless `withHidden`.
 */
export async function readWorkbook(file: File, withHidden = false): Promise<TableReading> {
  try {
    const parts = workbookParts(new Uint8Array(await file.arrayBuffer()));
    const sheets = await readSheets(file);
    const isShown = (sheet: string) => withHidden || !parts.get(sheet)?.isHidden;
    const hiddenSheets = sheets.map(({ sheet }) => sheet).filter((sheet) => !isShown(sheet));
    const isOneOfSeveral = sheets.length - hiddenSheets.length > 1;
    const tables = sheets.flatMap(({ sheet, data }) => {
      if (!isShown(sheet)) return [];
      const name = isOneOfSeveral ? `${file.name}: ${sheet}` : file.name;
      const table = tableOf(data, parts.get(sheet) ?? NOTHING, { name, fileName: file.name, withHidden });
      return table ? [table] : [];
    });
    if (tables.length === 0) return { ok: false, problem: { code: "empty", fileName: file.name } };
    const [first, ...others] = tables.filter(({ rows }) => rows.length > 1);
    const named = first && hiddenSheets.length > 0 ? withHiddenSheets(first, hiddenSheets) : first;
    const filled = named ? [named, ...others] : [];
    return filled.length > 0
      ? { ok: true, tables: filled, hiddenSheets }
      : { ok: false, problem: { code: "only headings", fileName: file.name } };
  } catch {
    return { ok: false, problem: { code: "broken workbook", fileName: file.name } };
  }
}

/** A hidden sheet is no table of its own: the first of its workbook says that it is there. */
function withHiddenSheets(table: RawTable, sheets: readonly string[]): RawTable {
  const remark = `Hidden in the workbook and not taken: ${sheets.map((sheet) => `“${sheet}”`).join(", ")}.`;
  return { ...table, hasHidden: true, remarks: [...(table.remarks ?? []), remark] };
}

function tableOf(
  data: readonly (readonly unknown[])[],
  parts: SheetParts,
  { name, fileName, withHidden }: { name: string; fileName: string; withHidden: boolean },
): RawTable | undefined {
  const rows: string[][] = [];
  const rowNumbers: number[] = [];
  const belowGaps = new Set<number>();
  let isBelowGap = false;
  const notes = new Map<string, string>();
  const columns = [...Array(Math.max(0, ...data.map((row) => row.length))).keys()];
  const shown = columns.filter((column) => withHidden || !parts.hiddenColumns.has(column));
  const hiddenColumns = columns.filter(
    (column) => !shown.includes(column) && data.some((row) => row[column] !== null && row[column] !== undefined),
  );
  let hiddenRows = 0;
  data.forEach((row, at) => {
    const cells = shown.map((column) => {
      const place = `${at}/${column}`;
      return parts.errors.get(place) ?? cellText(row[column], parts.percents.has(place));
    });
    if (!cells.some(Boolean)) {
      isBelowGap = true;
      return;
    }
    if (!withHidden && parts.hiddenRows.has(at)) {
      hiddenRows += 1;
      return;
    }
    shown.forEach((column, place) => {
      const note = parts.notes.get(`${at}/${column}`);
      if (note) notes.set(`${rows.length}/${place}`, note);
    });
    rows.push(cells);
    rowNumbers.push(at + 1);
    if (isBelowGap) belowGaps.add(rows.length - 1);
    isBelowGap = false;
  });
  if (rows.length === 0) return undefined;
  const hidden = [
    hiddenRows > 0 ? counted(hiddenRows, "hidden row") : "",
    hiddenColumns.length > 0 ? counted(hiddenColumns.length, "hidden column") : "",
  ].filter(Boolean);
  const remarks = hidden.length > 0 ? [`${hidden.join(" and ")} of the workbook not taken.`] : [];
  return {
    name,
    fileName,
    rows,
    ...(rowNumbers.some((number, place) => number !== place + 1) && { rowNumbers }),
    ...(belowGaps.size > 0 && { belowGaps }),
    ...(shown.length < columns.length && { columnNumbers: shown.map((column) => column + 1) }),
    hiddenRows,
    ...(hidden.length > 0 && { hasHidden: true as const }),
    ...(notes.size > 0 && { notes }),
    ...(remarks.length > 0 && { remarks }),
  };
}

function cellText(cell: unknown, isPercent: boolean): string {
  if (cell === null || cell === undefined) return "";
  if (cell instanceof Date) return cell.toISOString().slice(0, 10);
  // Fifteen digits are what a spreadsheet shows at most; the rest is the noise of binary fractions.
  if (typeof cell === "number") return isPercent ? `${exact(cell * 100)}%` : exact(cell);
  if (typeof cell === "boolean") return cell ? "yes" : "no";
  return plainCell(String(cell).trim().normalize("NFC"));
}

function exact(value: number): string {
  return String(Number(value.toPrecision(14)));
}
