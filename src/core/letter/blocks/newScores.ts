import { newEntries } from "../../figures/newEntries";
import { addDays, instantOf } from "../../model/day";
import { scoreWords } from "../fields/scoreWords";
import { type BlockKind, listOr } from "./blockKind";

/** What came in lately, an assignment a line: "Salinity lab: 18 of 20 (90 %). Well argued." */
export const newScores: BlockKind<"newScores"> = {
  label: "New scores",
  begins: { days: 7, whenNothing: "Nothing new came in." },
  isWritten: true,
  model: ({ days, whenNothing }, context) => {
    const { index, schoolClass, student, today } = context;
    const entries = newEntries(index, schoolClass.id, student.id, instantOf(addDays(today, 1 - days), 0));
    // What is handed in and not marked is not back.
    const back = entries.filter(({ score }) => score.status !== "pending" || score.comment || score.levels);
    const items = back.flatMap(({ assignment: { title }, score }) => {
      const words = [scoreWords(context, title, score), score.comment ?? ""].filter(Boolean).join(". ");
      return words ? [`${title}: ${words}`] : [];
    });
    return listOr(whenNothing, items);
  },
  settings: ({ days }) => [
    { kind: "days", label: "Of how many of the last days", value: days, change: (next) => ({ days: next }) },
  ],
};
