// Writes the files to bring in, made from the demo school.
import { mkdir, writeFile } from "node:fs/promises";
import path from "node:path";
import writeWorkbook from "write-excel-file/node";
import { delimitedText, demoFiles } from "@/demo/demoFiles";
import { demoSchool } from "@/demo/demoSchool";

const FOLDER = path.resolve(import.meta.dirname, "../demo/files");

async function main(): Promise<void> {
  await mkdir(FOLDER, { recursive: true });
  for (const file of demoFiles(demoSchool("2026-11-24"))) {
    const target = path.join(FOLDER, file.name);
    if (file.shape === "workbook") {
      await writeWorkbook(file.rows.map((row) => row.map((value) => ({ value })))).toFile(target);
    } else await writeFile(target, delimitedText(file));
    console.info(target);
  }
}

main();
