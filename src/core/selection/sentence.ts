import { formatTypedPercent } from "../figures/rounding";
import { counted, listed } from "../words";
import type { Condition, MatchRule, SelectionPart } from "./condition";
import { languageName } from "./reason";
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
  const conditions = joined(selection.match, selection.conditions.map(partWords));
  const added = listed(selection.addedStudentIds.map(names.student));
  const without = listed(selection.leftOutStudentIds.map(names.student));
  return [
    `Students in ${classes}`,
    conditions ? ` ${conditions}` : "",
    ` in ${names.period(selection.period)}`,
    added ? `; and ${added}` : "",
    without ? `; without ${without}` : "",
  ].join("");
}

function partWords(part: SelectionPart): string {
  if (part.kind !== "group") return conditionWords(part);
  const words = joined(part.match, part.conditions.map(conditionWords));
  return part.conditions.length > 1 ? `(${words})` : words;
}

function joined(match: MatchRule, parts: readonly string[]): string {
  const words = parts.filter(Boolean);
  if (match === "none" && words.length > 0) return `for whom it is not so: ${listed(words, "or")}`;
  return listed(words, match === "any" ? "or" : "and");
}

/** One condition in words, beginning with "who" or "whose". */
export function conditionWords(condition: Condition): string {
  switch (condition.kind) {
    case "overall":
      return `whose overall average is ${condition.comparison} ${formatTypedPercent(condition.percent)}`;
    case "category":
      return `whose average of ${condition.category} is ${condition.comparison} ${formatTypedPercent(condition.percent)}`;
    case "piece":
      return `who have ${condition.comparison} ${condition.unit === "percent" ? formatTypedPercent(condition.value) : counted(condition.value, "point")} on ${condition.piece}`;
    case "piece status":
      return `whose ${condition.piece} is ${condition.status}`;
    case "missing":
      return `who miss at least ${counted(condition.atLeast, "piece")}`;
    case "count":
      return `who have at least ${counted(condition.atLeast, `${condition.of} piece`)}`;
    case "nothing missing":
      return "who miss nothing";
    case "letter":
      return `whose letter grade is ${listed(condition.letters, "or") || "none yet chosen"}`;
    case "rank":
      return `who are in the ${condition.end} ${condition.unit === "percent" ? formatTypedPercent(condition.count) : condition.count} of their class`;
    case "tag":
      return `who are in the group ${condition.tag}`;
    case "language":
      return `whose family reads ${languageName(condition.language)}`;
    case "reach":
      return condition.reachable ? "whose family can be reached" : "whose family can’t be reached";
  }
}
