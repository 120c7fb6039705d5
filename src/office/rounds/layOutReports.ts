import type { Note } from "@/core/model/note";
import type { ReportDraft } from "@/core/report/reportPaper";
import type { OfficeCore } from "../open/officeCore";
import { lettersInBatches } from "./lettersInBatches";

/** What laying out all reports of a note showed: names of files. */
export interface LaidOutReports {
  readonly done: number;
  /** Those that can't be made, with why. */
  readonly broken: readonly { readonly fileName: string; readonly problem: string }[];
  /** Those that are meant for one page and need more. */
  readonly runOver: readonly string[];
  /** Those with characters that no font has. */
  readonly withBoxes: readonly { readonly fileName: string; readonly characters: string }[];
}

/** Draws every report that a note would enclose, and keeps no file; gives what it found so far after each few. */
export async function* layOutReports(
  office: OfficeCore,
  note: Note,
  signal: AbortSignal,
): AsyncGenerator<LaidOutReports> {
  let found: LaidOutReports = { done: 0, broken: [], runOver: [], withBoxes: [] };
  let seen = new Set<string>();
  for await (const step of lettersInBatches(office.engine, note, office.now())) {
    if (signal.aborted) return;
    if (step.kind === "begun") {
      found = { done: 0, broken: [], runOver: [], withBoxes: [] };
      seen = new Set();
      continue;
    }
    const fresh = step.batch.letters
      .flatMap(({ reports }) => reports)
      .filter((draft) => {
        const key = JSON.stringify(draft);
        return !seen.has(key) && seen.add(key);
      });
    for (let place = 0; place < fresh.length && !signal.aborted; place += LAID_TOGETHER) {
      const some = fresh.slice(place, place + LAID_TOGETHER);
      const laid = await Promise.all(some.map((draft) => laidOut(office, draft)));
      found = {
        done: found.done + some.length,
        broken: [...found.broken, ...laid.flatMap(({ broken }) => broken)],
        runOver: [...found.runOver, ...laid.flatMap(({ runOver }) => runOver)],
        withBoxes: [...found.withBoxes, ...laid.flatMap(({ withBoxes }) => withBoxes)],
      };
      yield found;
    }
  }
}

const LAID_TOGETHER = 8;

async function laidOut(office: OfficeCore, draft: ReportDraft): Promise<Omit<LaidOutReports, "done">> {
  const { fileName, onePage } = draft;
  // Drawn whole: what was looked at is what goes along a moment later.
  const made = await office.drawn.of(draft);
  if (!made.ok) return { broken: [{ fileName, problem: made.problem }], runOver: [], withBoxes: [] };
  return {
    broken: [],
    runOver: (onePage && made.pages > 1) || made.cut.length > 0 ? [fileName] : [],
    withBoxes: made.boxes.length > 0 ? [{ fileName, characters: made.boxes.join(" ") }] : [],
  };
}
