import { strFromU8, unzipSync } from "fflate";
import readSheets from "read-excel-file/web-worker";
import type { TableReading } from "@/core/tables/rawTable";
import { plainCell } from "@/core/tables/readDelimited";

/** Reads every sheet of an XLSX workbook that is not empty. Hidden rows are taken in and counted; hidden sheets are left alone and named. */
export async function readWorkbook(file: File): Promise<TableReading> {
  try {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const hidden = hiddenParts(bytes);
    const sheets = await readSheets(file);
    const tables = sheets.flatMap(({ sheet, data }) => {
      if (hidden.sheets.includes(sheet)) return [];
      const rows = data.map((row) => row.map(cellText)).filter((row) => row.some(Boolean));
      const name = sheets.length - hidden.sheets.length > 1 ? `${file.name}: ${sheet}` : file.name;
      return rows.length > 0 ? [{ name, fileName: file.name, rows, hiddenRows: hidden.rowsOf.get(sheet) ?? 0 }] : [];
    });
    return tables.length > 0
      ? { ok: true, tables, hiddenSheets: hidden.sheets }
      : { ok: false, problem: { code: "empty", fileName: file.name } };
  } catch {
    return { ok: false, problem: { code: "broken workbook", fileName: file.name } };
  }
}

function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return "";
  if (cell instanceof Date) return cell.toISOString().slice(0, 10);
  // Fifteen digits are what a spreadsheet shows at most; the rest is the noise of binary fractions.
  if (typeof cell === "number") return String(Number(cell.toPrecision(15)));
  return plainCell(String(cell).trim());
}

/** What is hidden in a workbook (ECMA-376, part 1, 18.2.19 and 18.3.1.73), which the reader of its cells does not tell. */
function hiddenParts(bytes: Uint8Array): { sheets: string[]; rowsOf: Map<string, number> } {
  const files = unzipSync(bytes, {
    filter: ({ name }) => /^xl\/(workbook\.xml|_rels\/workbook\.xml\.rels|worksheets\/[^/]+\.xml)$/.test(name),
  });
  const text = (name: string) => (files[name] ? strFromU8(files[name]) : "");
  const targets = new Map<string, string>();
  for (const [tag] of text("xl/_rels/workbook.xml.rels").matchAll(/<Relationship\b[^>]*>/g)) {
    targets.set(attribute(tag, "Id"), attribute(tag, "Target").replace(/^\/?(xl\/)?/, ""));
  }
  const sheets: string[] = [];
  const rowsOf = new Map<string, number>();
  for (const [tag] of text("xl/workbook.xml").matchAll(/<sheet\b[^>]*>/g)) {
    const name = attribute(tag, "name");
    if (/hidden/i.test(attribute(tag, "state"))) sheets.push(name);
    const content = text(`xl/${targets.get(attribute(tag, "r:id")) ?? ""}`);
    rowsOf.set(name, [...content.matchAll(/<row\b[^>]*\bhidden="(?:1|true)"/g)].length);
  }
  return { sheets, rowsOf };
}

function attribute(tag: string, name: string): string {
  const value = new RegExp(`\\s${name}="([^"]*)"`).exec(tag)?.[1] ?? "";
  return value
    .replaceAll("&lt;", "<")
    .replaceAll("&gt;", ">")
    .replaceAll("&quot;", '"')
    .replaceAll("&apos;", "'")
    .replaceAll("&amp;", "&");
}
