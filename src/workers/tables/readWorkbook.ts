import readSheets from "read-excel-file/web-worker";
import type { TableReading } from "@/core/tables/rawTable";

/** Reads every sheet of an XLSX workbook that is not empty. */
export async function readWorkbook(file: File): Promise<TableReading> {
  try {
    const sheets = await readSheets(file);
    const tables = sheets.flatMap(({ sheet, data }) => {
      const rows = data.map((row) => row.map(cellText)).filter((row) => row.some(Boolean));
      return rows.length > 0 ? [{ name: sheets.length > 1 ? `${file.name}: ${sheet}` : file.name, rows }] : [];
    });
    return tables.length > 0 ? { ok: true, tables } : { ok: false, problem: { code: "empty", fileName: file.name } };
  } catch {
    return { ok: false, problem: { code: "broken workbook", fileName: file.name } };
  }
}

function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return "";
  return cell instanceof Date ? cell.toISOString().slice(0, 10) : String(cell).trim();
}
