import { spawnSync } from "node:child_process";
import { mkdtemp, readFile, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import Papa from "papaparse";
import readSheets from "read-excel-file/node";
import { expect, test } from "vitest";
import writeWorkbook from "write-excel-file/node";
import { demoSchool } from "@/demo/demoSchool";
import { familyRows } from "../families/addressList";
import { worldOf } from "../model/world";
import { sheetCells } from "./sheetCells";

const world = worldOf(demoSchool("2026-11-24"));
const rows = [
  ...familyRows([...world.students.values()].slice(0, 40), world),
  ["=1+1", "+5", "-x", "@sum", "0041", "l\nb", "“q”", "عمر"],
];
const hasOffice = spawnSync("soffice", ["--version"]).status === 0;

async function written(): Promise<{ file: string; folder: string }> {
  const folder = await mkdtemp(path.join(tmpdir(), "vine-note-workbook-"));
  const file = path.join(folder, "families.xlsx");
  await writeWorkbook(sheetCells(rows)).toFile(file);
  return { file, folder };
}

test("a workbook keeps every cell as the text that it is, in an independent reader", async () => {
  const { file, folder } = await written();
  const [sheet] = await readSheets(file);
  const read = (sheet?.data ?? []).map((row) => row.map((cell) => (cell === null ? "" : String(cell))));
  expect(read.map((row) => row.join("|").replace(/\|+$/, ""))).toEqual(
    rows.map((row) => row.join("|").replace(/\|+$/, "")),
  );
  await rm(folder, { recursive: true });
});

test.skipIf(!hasOffice)(
  "a workbook opens in LibreOffice (left out where it is not installed)",
  async () => {
    const { file, folder } = await written();
    const profile = `-env:UserInstallation=file://${folder}/profile`;
    const { status } = spawnSync("soffice", [
      profile,
      "--headless",
      "--convert-to",
      "csv:Text - txt - csv (StarCalc):44,34,76",
      "--outdir",
      folder,
      file,
    ]);
    expect(status).toBe(0);
    const { data } = Papa.parse<string[]>(await readFile(path.join(folder, "families.csv"), "utf8"), {
      skipEmptyLines: true,
    });
    expect(data).toHaveLength(rows.length);
    expect(data[1]?.slice(0, 3)).toEqual(rows[1]?.slice(0, 3));
    expect(data.at(-1)?.slice(0, 5)).toEqual(["=1+1", "+5", "-x", "@sum", "0041"]);
    await rm(folder, { recursive: true });
  },
  120_000,
);
