import type { DrawnFrom } from "@/core/report/paperRun";
import { reportFileName } from "@/core/report/reportFileName";
import { drawPapers } from "./drawPapers";
import type { Office } from "./office";
import type { PrintedReports } from "./printReports";

/** A seating plan as a PDF. */
export async function printSeating(office: Office, drawn: DrawnFrom, title: string): Promise<PrintedReports> {
  const made = await drawPapers(office, [drawn], { title }, "pdf");
  if (!made.ok) return { ok: false, problem: `The plan could not be made: ${made.problem} Nothing was changed.` };
  const bytes = made.file as Uint8Array;
  return { ok: true, bytes, fileName: reportFileName([title]), type: "application/pdf", count: 1 };
}
