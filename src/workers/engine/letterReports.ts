import type { FiguresIndex } from "@/core/figures/figuresIndex";
import { languageOf } from "@/core/letter/noteLetters";
import type { Note } from "@/core/model/note";
import { type ReportDraft, reportPaper } from "@/core/report/reportPaper";
import type { PlannedLetter } from "@/core/selection/planNote";

/** The reports that go along with a letter, about whom it is about and in the language of its reader. */
export function letterReports(
  index: FiguresIndex,
  { reports = [], selection, language }: Pick<Note, "reports" | "selection" | "language">,
  planned: PlannedLetter,
): ReportDraft[] {
  const reads = languageOf(index, planned) ?? language;
  return reports.map((choice) => reportPaper(index, choice, planned.matches, selection.period, reads));
}
