import { classLabel } from "@/core/model/schoolClass";
import { designOf } from "@/core/report/designs";
import { reportFileName } from "@/core/report/reportFileName";
import type { ReportInRun, ReportsWanted } from "@/workers/engine/reportsView";
import type { OfficeCore } from "../open/officeCore";
import { drawPapers } from "./drawPapers";
import { zipOf } from "./zipOf";

/** How many papers stand in one drawing: more would be one call without a word in between. */
const PAPERS_AT_ONCE = 120;

/** What was made of many reports, or why nothing was. */
export type PrintedReports =
  | {
      readonly ok: true;
      readonly bytes: Uint8Array;
      readonly fileName: string;
      readonly type: string;
      readonly count: number;
      /** Whose reports have more than their part of a page holds. */
      readonly cut: readonly string[];
    }
  | { readonly ok: false; readonly problem: string };

/** Hears how far it is, and may stop it. */
export interface Printing {
  onProgress(done: number, of: number): void;
  readonly signal: AbortSignal;
}

/** How the reports of many are put together. */
export type PrintedAs = "one PDF" | "a PDF for each class" | "a file each";

/** The reports of many students as one PDF, in parts where they are very many, or as a zip with a file for each or each class. */
export async function printReports(
  office: OfficeCore,
  wanted: ReportsWanted,
  as: PrintedAs,
  twoSided: boolean,
  { onProgress, signal }: Printing,
): Promise<PrintedReports> {
  const keys = await office.engine.reportKeys(wanted);
  if (keys.length === 0) return { ok: false, problem: "Nobody is in these classes, so there is nothing to print." };
  const title = designOf(office.world, wanted.choice.design, "en")?.name ?? "Reports";
  const parts = partsOf(keys, as);
  const files: { name: string; bytes: Uint8Array }[] = [];
  const cut: string[] = [];
  let done = 0;
  for (let place = 0; place < parts.length; place += DRAWN_TOGETHER) {
    if (signal.aborted) return { ok: false, problem: "It was stopped; nothing was kept." };
    const some = parts.slice(place, place + DRAWN_TOGETHER);
    const made = await Promise.all(
      some.map(async (part) => {
        const reports: readonly ReportInRun[] = await office.engine.reports(wanted, part);
        return { reports, drawn: await drawPapers(office, reports, { title, twoSided }, "pdf") };
      }),
    );
    for (const { reports, drawn } of made) {
      const names = reports.map(({ name }) => name);
      if (!drawn.ok)
        return {
          ok: false,
          problem: `${names.join(", ")}: it could not be made (${drawn.problem}). Nothing was kept.`,
        };
      const [classId = ""] = (reports[0]?.key ?? "").split("/");
      const schoolClass = office.world.classes.get(classId);
      const ofClass = reportFileName([title, schoolClass ? classLabel(schoolClass) : ""]);
      const name =
        as === "a file each" ? (reports[0]?.fileName ?? "") : as === "one PDF" ? reportFileName([title]) : ofClass;
      cut.push(...drawn.cut);
      files.push({ name, bytes: drawn.file as Uint8Array });
      done += reports.length;
    }
    onProgress(done, keys.length);
  }
  const [first] = files;
  if (as !== "a file each" && files.length === 1 && first)
    return { ok: true, bytes: first.bytes, fileName: first.name, type: "application/pdf", count: done, cut };
  const bytes = await zipOf(files);
  return { ok: true, bytes, fileName: reportFileName([title], "zip"), type: "application/zip", count: done, cut };
}
/** So many are asked for at once; the pool draws as many as it has workers. */
const DRAWN_TOGETHER = 4;

/** The keys of the reports of each file. */
function partsOf(keys: readonly string[], as: PrintedAs): string[][] {
  const groups = as === "a PDF for each class" ? byClass(keys) : [[...keys]];
  const size = as === "a file each" ? 1 : PAPERS_AT_ONCE;
  return groups.flatMap((group) =>
    Array.from({ length: Math.ceil(group.length / size) }, (_, place) => group.slice(place * size, (place + 1) * size)),
  );
}

function byClass(keys: readonly string[]): string[][] {
  const groups = new Map<string, string[]>();
  for (const key of keys) {
    const [classId = ""] = key.split("/");
    groups.set(classId, [...(groups.get(classId) ?? []), key]);
  }
  return [...groups.values()];
}
