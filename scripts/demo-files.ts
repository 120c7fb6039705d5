// Writes the files to bring in, made from the demo school.
import { mkdir, writeFile } from "node:fs/promises";
import path from "node:path";
import writeWorkbook from "write-excel-file/node";
import { sheetCells } from "@/core/formats/sheetCells";
import { type DemoTable, delimitedText, demoBundles, demoFiles, weekOfExports } from "@/demo/demoFiles";
import { demoSchool } from "@/demo/demoSchool";

const FOLDER = path.resolve(import.meta.dirname, "../demo/files");
const TODAY = "2026-11-24";

/** Writes tables into a folder as the files that they stand for. */
export async function writeTables(tables: readonly DemoTable[], folder: string): Promise<string[]> {
  await mkdir(folder, { recursive: true });
  return Promise.all(
    tables.map(async (table) => {
      const target = path.join(folder, table.name);
      if (table.shape === "workbook") {
        await writeWorkbook(sheetCells(table.rows)).toFile(target);
      } else await writeFile(target, delimitedText(table));
      return target;
    }),
  );
}

async function main(): Promise<void> {
  const school = demoSchool(TODAY);
  await writeTables(demoFiles(school), FOLDER);
  await writeTables(weekOfExports(school, 1), path.join(FOLDER, "week-1"));
  await writeTables(weekOfExports(school, 2), path.join(FOLDER, "week-2"));
  for (const { name, bytes } of demoBundles(school, TODAY)) await writeFile(path.join(FOLDER, name), bytes);
  console.info(FOLDER);
}

if (process.argv[1] && import.meta.filename === path.resolve(process.argv[1])) void main();
