import { formatTypedPercent } from "../figures/roundFraction";
import {
  type Bounds,
  boundsWords,
  type Condition,
  type MatchRule,
  type OwnComparison,
  type SelectionPart,
  type Since,
} from "../model/condition";
import { formatDay } from "../model/day";
import type { Selection } from "../model/selection";
import { counted, listed } from "../words";
import { languageName } from "./reason";

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
  const conditions = conditionsWords(selection, names);
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

/** Conditions in words, joined as they are matched: "whose overall average is below 70 % and who miss nothing". Empty without any. */
export function conditionsWords(
  { match, conditions }: Pick<Selection, "match" | "conditions">,
  names: Pick<SentenceNames, "student">,
): string {
  return joined(
    match,
    conditions.map((part) => partWords(part, names)),
  );
}

function partWords(part: SelectionPart, names: Pick<SentenceNames, "student">): string {
  if (part.kind !== "group") return conditionWords(part, names);
  const words = joined(
    part.match,
    part.conditions.map((condition) => conditionWords(condition, names)),
  );
  return part.conditions.length > 1 ? `(${words})` : words;
}

function joined(match: MatchRule, parts: readonly string[]): string {
  const words = parts.filter(Boolean);
  if (match === "none" && words.length > 0) return `for whom it is not so: ${listed(words, "or")}`;
  return listed(words, match === "any" ? "or" : "and");
}

/** One condition in words, beginning with "who" or "whose". */
export function conditionWords(condition: Condition, names: Pick<SentenceNames, "student">): string {
  switch (condition.kind) {
    case "overall":
      return `whose overall average is ${percentWords(condition)}`;
    case "category":
      return `whose average of ${condition.category} is ${percentWords(condition)}`;
    case "assignment":
      return `who have ${boundsWords({ ...condition, threshold: condition.value }, condition.unit === "percent" ? formatTypedPercent : (points) => counted(points, "point"))} on ${condition.assignment}`;
    case "assignment status":
      return `whose ${condition.assignment} is ${condition.status}`;
    case "criterion":
      return `whose ${condition.criterion || "criterion"} in ${condition.assignment || "an assignment"} is ${condition.comparison} ${condition.value || "…"}`;
    case "marked":
      return condition.state === "marked"
        ? `who are marked on ${condition.assignment}`
        : `whose marking of ${condition.assignment} is ${condition.state}`;
    case "any assignment":
      return `who have ${percentWords(condition)} on any ${condition.category ? `assignment of ${condition.category}` : "assignment"} marked in the last ${counted(condition.withinDays, "day")}`;
    case "birthday":
      return "whose birthday is today";
    case "missing":
      return `who miss at least ${counted(condition.atLeast, "assignment")}`;
    case "count":
      return `who have at least ${counted(condition.atLeast, `${condition.of} assignment`)}`;
    case "nothing missing":
      return "who miss nothing";
    case "grade label":
      return `whose letter grade is ${listed(condition.labels, "or") || "none yet chosen"}`;
    case "rank":
      return `who are in the ${condition.end} ${condition.unit === "percent" ? formatTypedPercent(condition.count) : condition.count} of their class`;
    case "tag":
      return `who are in the group ${condition.tag}`;
    case "language":
      return `whose family reads ${languageName(condition.language)}`;
    case "reach":
      return condition.reachable ? "whose family can be reached" : "whose family can’t be reached";
    case "change":
      return `whose overall average ${condition.direction} by at least ${condition.atLeast} percentage points ${sinceWords(condition.since)}`;
    case "written":
      return condition.within
        ? `who were written to in the last ${counted(condition.days, "day")}`
        : `who were not written to in the last ${counted(condition.days, "day")}`;
    case "last note":
      return `whose last note was one of ${condition.note}`;
    case "checklist":
      return `whose ${condition.checklist || "checklist"} is ${condition.mark}`;
    case "own column": {
      const column = condition.column || "own column";
      const value = /^\d{4}-\d{2}-\d{2}$/.test(condition.value) ? formatDay(condition.value) : condition.value;
      return condition.comparison === "empty"
        ? `whose ${column} is empty`
        : `whose ${column} ${OWN_WORDS[condition.comparison]} ${value || "…"}`;
    }
    case "chosen":
      return `who are ${listed(condition.studentIds.map(names.student), "or") || "nobody yet chosen"}`;
  }
}

const OWN_WORDS: Readonly<Record<OwnComparison, string>> = {
  is: "is",
  "is one of": "is one of",
  "is not": "is not",
  contains: "contains",
  "at most": "is at most",
  "at least": "is at least",
  before: "is before",
  empty: "is empty",
};

/** "below 70 %", "between 60 % and 70 %". */
function percentWords(condition: Pick<Bounds, "comparison" | "upTo"> & { readonly percent: number }): string {
  return boundsWords({ ...condition, threshold: condition.percent }, formatTypedPercent);
}

/** The moment that figures are compared with, as a sentence says it: "since 12 November 2026". */
function sinceWords(since: Since): string {
  switch (since.kind) {
    case "days":
      return `in the last ${counted(since.days, "day")}`;
    case "day":
      return `since ${formatDay(since.day)}`;
    case "last note":
      return "since the last note";
    case "moment":
      return `since ${since.name}`;
  }
}
