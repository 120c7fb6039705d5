import { formatTypedPercent } from "../figures/rounding";
import { counted, listed } from "../words";
import type { Condition } from "./condition";
import type { Selection } from "./selection";

/** The names a sentence needs, looked up by whoever has them. */
export interface SentenceNames {
  classLabel(classId: string): string;
  period(period: string): string;
  student(studentId: string): string;
}

/** A selection as one English sentence: nothing that is in force is left unsaid. */
export function selectionSentence(selection: Selection, names: SentenceNames): string {
  const classes =
    selection.classIds === "all" ? "all classes" : listed(selection.classIds.map(names.classLabel)) || "no class";
  const conditions = listed(selection.conditions.map(conditionWords), selection.match === "all" ? "and" : "or");
  const without = listed(selection.leftOutStudentIds.map(names.student));
  return [
    `Students in ${classes}`,
    conditions ? ` ${conditions}` : "",
    ` in ${names.period(selection.period)}`,
    without ? `; without ${without}` : "",
  ].join("");
}

function conditionWords(condition: Condition): string {
  return condition.kind === "overall"
    ? `whose overall average is ${condition.comparison} ${formatTypedPercent(condition.percent)}`
    : `who miss at least ${counted(condition.atLeast, "piece")}`;
}
