import type { FiguresIndex } from "../figures/figuresIndex";
import { languageOf } from "../letter/noteLetters";
import type { Note } from "../model/note";
import type { PlannedLetter } from "../selection/planNote";
import { type ReportDraft, reportPaper } from "./reportPaper";

/** The reports that go along with a letter, about whom it is about and in the language of its reader. */
export function letterReports(
  index: FiguresIndex,
  { reports = [], selection, language }: Pick<Note, "reports" | "selection" | "language">,
  planned: PlannedLetter,
): ReportDraft[] {
  const reads = languageOf(index, planned) ?? language;
  return reports.flatMap((choice) => reportPaper(index, choice, planned.matches, selection.period, reads) ?? []);
}
