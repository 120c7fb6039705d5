import { entryWords, type NewEntry, newEntries } from "../../figures/newEntries";
import { addDays, instantOf } from "../../model/day";
import type { LetterContext } from "../fields/letterContext";
import { scoreWords } from "../fields/scoreWords";
import { type BlockKind, listOr } from "./blockKind";

/** What came in since the last letter, or in some days where there was none. What is handed in and not marked is not back. */
function workThatCameBack(days: number, { index, schoolClass, student, today, heardAt }: LetterContext): NewEntry[] {
  const since = heardAt ?? instantOf(addDays(today, 1 - days), 0);
  const entries = newEntries(index, schoolClass.id, student.id, since);
  return entries.filter(({ score }) => score.status !== "pending" || score.comment || score.levels);
}

/** What came in lately, an assignment a line: "Salinity lab: 18 of 20 (90 %). Well argued." */
export const newScores: BlockKind<"newScores"> = {
  label: "New scores",
  begins: { days: 7, whenNothing: "Nothing new came in." },
  isWritten: true,
  model: ({ days, whenNothing }, context) => {
    const items = workThatCameBack(days, context).flatMap(({ assignment: { title }, score }) => {
      const words = [scoreWords(context, title, score), score.comment ?? ""].filter(Boolean).join(". ");
      return words ? [`${title}: ${words}`] : [];
    });
    return listOr(whenNothing, items);
  },
  tells: ({ days }, context) =>
    workThatCameBack(days, context).map(({ assignment, score }) => `back ${assignment.id} ${entryWords(score)}`),
  settings: ({ days }) => [
    {
      kind: "days",
      label: "In the first letter, of how many of the last days",
      value: days,
      change: (next) => ({ days: next }),
    },
  ],
};
