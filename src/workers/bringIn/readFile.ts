import { partTables } from "@/core/tables/partTables";
import { MAX_TABLE_BYTES, type TableReading } from "@/core/tables/rawTable";
import { looksLikeCards, readCards } from "@/core/tables/readCards";
import { type AskedReading, readDelimited } from "@/core/tables/readDelimited";
import { readOneRoster } from "@/core/tables/readOneRoster";
import { readWorkbook } from "./readWorkbook";

/** The first bytes of every zip file: a workbook, or the tables of OneRoster. */
const ZIP_SIGNATURE = "PK";
const FIRST_BYTES = 64;

/** How a file is read where somebody said so. */
export interface AskedFile extends AskedReading {
  /** Whether hidden parts of a workbook are read as well. */
  readonly withHidden?: boolean;
}

/**
 * Reads a file by what is in it, whatever its name says; several tables in one sheet apart. What can't be read comes back as a
 * problem.
 */
export async function readFile(file: File, asked: AskedFile = {}): Promise<TableReading> {
  const reading = await readWhole(file, asked);
  return reading.ok ? { ...reading, tables: reading.tables.flatMap(partTables) } : reading;
}

async function readWhole(file: File, asked: AskedFile): Promise<TableReading> {
  if (file.size > MAX_TABLE_BYTES) return { ok: false, problem: { code: "too large", fileName: file.name } };
  if (file.size === 0) return { ok: false, problem: { code: "empty", fileName: file.name } };
  const start = await file.slice(0, FIRST_BYTES).text();
  if (start.startsWith(ZIP_SIGNATURE)) return readZip(file, asked);
  const bytes = new Uint8Array(await file.arrayBuffer());
  return looksLikeCards(start) ? readCards(bytes, file.name) : readDelimited(bytes, file.name, asked);
}

async function readZip(file: File, { withHidden }: AskedFile): Promise<TableReading> {
  if (!/\.zip$/i.test(file.name)) return readWorkbook(file, withHidden);
  return readOneRoster(new Uint8Array(await file.arrayBuffer()), file.name);
}
