import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { readyMadeDesign } from "@/core/report/readyMadeDesigns";
import { reportFileName, uniqueNames } from "@/core/report/reportFileName";
import { runOf } from "@/core/report/reportPaper";
import type { ReportInRun, ReportsWanted } from "@/workers/engine/reportsView";
import type { Office } from "./office";

/** How many papers stand in one drawing: more would be one call without a word in between. */
const PAPERS_AT_ONCE = 40;

/** What was made of many reports, or why nothing was. */
export type PrintedReports =
  | {
      readonly ok: true;
      readonly bytes: Uint8Array;
      readonly fileName: string;
      readonly type: string;
      readonly count: number;
    }
  | { readonly ok: false; readonly problem: string };

/** Hears how far it is, and may stop it. */
export interface Printing {
  onProgress(done: number, of: number): void;
  readonly signal: AbortSignal;
}

/** The reports of many students as one PDF, in parts where they are very many, or as a zip with a file for each. */
export async function printReports(
  office: Office,
  wanted: ReportsWanted,
  as: "one PDF" | "a file each",
  twoSided: boolean,
  { onProgress, signal }: Printing,
): Promise<PrintedReports> {
  const keys = await office.engine.reportKeys(wanted);
  if (keys.length === 0) return { ok: false, problem: "Nobody is in these classes, so there is nothing to print." };
  const { teacherName } = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const design = readyMadeDesign(wanted.choice.design, "en");
  const title = design.name;
  const size = as === "a file each" ? 1 : PAPERS_AT_ONCE;
  const parts = Array.from({ length: Math.ceil(keys.length / size) }, (_, place) =>
    keys.slice(place * size, (place + 1) * size),
  );
  const files: { name: string; bytes: Uint8Array }[] = [];
  let done = 0;
  for (let place = 0; place < parts.length; place += DRAWN_TOGETHER) {
    if (signal.aborted) return { ok: false, problem: "It was stopped; nothing was kept." };
    const some = parts.slice(place, place + DRAWN_TOGETHER);
    const made = await Promise.all(
      some.map(async (part) => {
        const reports: readonly ReportInRun[] = await office.engine.reports(wanted, part);
        const { run, pictures } = runOf(reports, wanted.choice, {
          title,
          author: teacherName,
          language: reports[0]?.paper.language ?? "en",
          twoSided,
        });
        return { reports, drawn: await office.around.drawPaper(run, pictures, "pdf") };
      }),
    );
    for (const { reports, drawn } of made) {
      const names = reports.map(({ name }) => name);
      if (!drawn.ok)
        return {
          ok: false,
          problem: `${names.join(", ")}: it could not be made (${drawn.problem}). Nothing was kept.`,
        };
      files.push({ name: reports[0]?.fileName ?? "", bytes: drawn.file as Uint8Array });
      done += reports.length;
    }
    onProgress(done, keys.length);
  }
  const [first] = files;
  if (as === "one PDF" && files.length === 1 && first)
    return { ok: true, bytes: first.bytes, fileName: reportFileName([title]), type: "application/pdf", count: done };
  const { zipSync } = await import("fflate");
  const names =
    as === "a file each"
      ? uniqueNames(files.map(({ name }) => name))
      : files.map((_, place) => reportFileName([title, `part ${place + 1}`]));
  const bytes = zipSync(Object.fromEntries(files.map((file, place) => [names[place] ?? "", file.bytes])), { level: 0 });
  return { ok: true, bytes, fileName: reportFileName([title], "zip"), type: "application/zip", count: done };
}
/** So many are asked for at once; the pool draws as many as it has workers. */
const DRAWN_TOGETHER = 4;
