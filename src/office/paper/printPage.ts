import type { DrawnFrom } from "@/core/report/paperRun";
import { reportFileName } from "@/core/report/reportFileName";
import type { OfficeCore } from "../open/officeCore";
import { drawPapers } from "./drawPapers";
import type { PrintedReports } from "./printReports";

/** One paper by itself, such as a seating plan or the list of a round, as a PDF called by its title. */
export async function printPage(office: OfficeCore, drawn: DrawnFrom, title: string): Promise<PrintedReports> {
  const made = await drawPapers(office, [drawn], { title }, "pdf");
  if (!made.ok) return { ok: false, problem: `It could not be made: ${made.problem} Nothing was changed.` };
  const bytes = made.file as Uint8Array;
  return { ok: true, bytes, fileName: reportFileName([title]), type: "application/pdf", count: 1, cut: made.cut };
}
