import { describe, expect, test } from "vitest";
import { type Condition, conditionSchema } from "../model/condition";
import { type Reason, reasonWords } from "./reason";
import { conditionWords } from "./selectionSentence";

const names = {
  student: (id: string) => ({ ana: "Ana Wójcik", bo: "Bo Li" })[id] ?? "somebody who is not there any more",
};

const SAID: readonly (readonly [Condition, string])[] = [
  [{ kind: "overall", comparison: "below", percent: 70 }, "whose overall average is below 70\u00a0%"],
  [{ kind: "overall", comparison: "at least", percent: 86.5 }, "whose overall average is at least 86.5\u00a0%"],
  [
    { kind: "category", category: "Labs", comparison: "above", percent: 90 },
    "whose average of Labs is above 90\u00a0%",
  ],
  [
    { kind: "assignment", assignment: "Quiz", comparison: "at most", value: 60, unit: "percent" },
    "who have at most 60\u00a0% on Quiz",
  ],
  [
    { kind: "assignment", assignment: "Quiz", comparison: "below", value: 1, unit: "points" },
    "who have below 1 point on Quiz",
  ],
  [
    { kind: "assignment", assignment: "Quiz", comparison: "above", value: 4, unit: "points" },
    "who have above 4 points on Quiz",
  ],
  [
    { kind: "overall", comparison: "between", percent: 70, upTo: 60 },
    "whose overall average is between 60\u00a0% and 70\u00a0%",
  ],
  [
    { kind: "assignment", assignment: "Quiz", comparison: "between", value: 1, upTo: 4, unit: "points" },
    "who have between 1 point and 4 points on Quiz",
  ],
  [{ kind: "assignment status", assignment: "Quiz", status: "not handed in" }, "whose Quiz is not handed in"],
  [
    { kind: "criterion", assignment: "Talk", criterion: "Method", comparison: "at most", value: "sound" },
    "whose Method in Talk is at most sound",
  ],
  [{ kind: "marked", assignment: "Talk", state: "marked" }, "whose marking of Talk is finished"],
  [{ kind: "marked", assignment: "Talk", state: "half done" }, "whose marking of Talk is half done"],
  [
    { kind: "any assignment", category: "Quizzes", comparison: "at most", percent: 70, withinDays: 7 },
    "who have at most 70\u00a0% on any assignment of Quizzes marked in the last 7 days",
  ],
  [{ kind: "birthday" }, "whose birthday is today"],
  [{ kind: "missing", atLeast: 1 }, "who miss at least 1 assignment"],
  [{ kind: "missing", atLeast: 3 }, "who miss at least 3 assignments"],
  [{ kind: "count", of: "late", atLeast: 2 }, "who have at least 2 late assignments"],
  [{ kind: "nothing missing" }, "who miss nothing"],
  [{ kind: "grade label", labels: ["D", "E"] }, "whose letter grade is D or E"],
  [{ kind: "grade label", labels: [] }, "whose letter grade is none yet chosen"],
  [{ kind: "rank", end: "top", count: 3, unit: "students" }, "who are in the top 3 of their class"],
  [{ kind: "rank", end: "bottom", count: 10, unit: "percent" }, "who are in the bottom 10\u00a0% of their class"],
  [{ kind: "tag", tag: "choir" }, "who are in the group choir"],
  [{ kind: "language", language: "vi" }, "whose family reads Vietnamese"],
  [{ kind: "language", language: "not a tag" }, "whose family reads not a tag"],
  [{ kind: "reach", reachable: true }, "whose family can be reached"],
  [{ kind: "reach", reachable: false }, "whose family can’t be reached"],
  [
    { kind: "change", direction: "rose", atLeast: 5, since: { kind: "days", days: 28 } },
    "whose overall average rose by at least 5 percentage points in the last 28 days",
  ],
  [
    { kind: "change", direction: "fell", atLeast: 2, since: { kind: "day", day: "2026-11-12" } },
    "whose overall average fell by at least 2 percentage points since 12 November 2026",
  ],
  [
    { kind: "change", direction: "fell", atLeast: 2, since: { kind: "last note" } },
    "whose overall average fell by at least 2 percentage points since the last note",
  ],
  [
    {
      kind: "change",
      direction: "rose",
      atLeast: 9,
      since: { kind: "moment", at: 1, name: "“Missing work” of 3 Nov" },
    },
    "whose overall average rose by at least 9 percentage points since “Missing work” of 3 Nov",
  ],
  [{ kind: "written", within: true, days: 1 }, "who were written to in the last 1 day"],
  [{ kind: "written", within: false, days: 21 }, "who were not written to in the last 21 days"],
  [{ kind: "last note", note: "praise" }, "whose last note was one of praise"],
  [{ kind: "checklist", checklist: "Boat trip form", mark: "not done" }, "whose Boat trip form is not done"],
  [{ kind: "checklist", checklist: "", mark: "done" }, "whose checklist is done"],
  [{ kind: "own column", column: "Bus", comparison: "is not", value: "Quay" }, "whose Bus is not Quay"],
  [
    { kind: "own column", column: "Bus", comparison: "is one of", value: "Quay, Pier" },
    "whose Bus is one of Quay, Pier",
  ],
  [{ kind: "own column", column: "Bus", comparison: "empty", value: "" }, "whose Bus is empty"],
  [
    { kind: "own column", column: "Form due", comparison: "before", value: "2026-11-12" },
    "whose Form due is before 12 November 2026",
  ],
  [{ kind: "own column", column: "", comparison: "at least", value: "" }, "whose extra column is at least …"],
  [{ kind: "chosen", studentIds: ["ana", "bo"] }, "who are Ana Wójcik or Bo Li"],
  [{ kind: "chosen", studentIds: [] }, "who are nobody yet chosen"],
  [{ kind: "chosen", studentIds: ["gone"] }, "who are somebody who is not there any more"],
];

describe("a condition reads as a sentence goes on", () => {
  test.each(SAID)("%j", (condition, words) => {
    expect(conditionSchema.parse(condition)).toEqual(condition);
    expect(conditionWords(condition, names)).toBe(words);
  });

  test("every kind of condition is among them", () => {
    const kinds = conditionSchema.options.map(({ shape }) => shape.kind.value);
    expect(new Set(SAID.map(([{ kind }]) => kind))).toEqual(new Set(kinds));
  });
});

const CLASS = "Ocean Science 8";
const REASONS: readonly (readonly [Reason, string])[] = [
  [
    { kind: "assignment status", assignment: "Quiz", status: "late", score: "late 7", holds: true },
    `Quiz: late 7 in ${CLASS}`,
  ],
  [{ kind: "missing", atLeast: 2, count: 0, titles: [], holds: false }, `0 missing in ${CLASS}`],
  [
    { kind: "missing", atLeast: 2, count: 2, titles: ["Lab", "Quiz"], holds: true },
    `2 missing in ${CLASS} (Lab, Quiz)`,
  ],
  [{ kind: "count", of: "late", count: 3, holds: true }, `3 late in ${CLASS}`],
  [{ kind: "nothing missing", count: 0, holds: true }, `nothing missing in ${CLASS}`],
  [{ kind: "nothing missing", count: 4, holds: false }, `4 missing in ${CLASS}`],
  [{ kind: "grade label", label: "D", holds: true }, `D in ${CLASS}`],
  [{ kind: "rank", place: 2, of: 28, end: "top", holds: true }, `place 2 of 28 from the top in ${CLASS}`],
  [{ kind: "tag", tag: "choir", holds: false }, "not in the group choir"],
  [{ kind: "language", language: "pl", holds: true }, "somebody reads Polish"],
  [{ kind: "language", language: "pl", holds: false }, "nobody reads Polish"],
  [{ kind: "reach", reachable: false, holds: true }, "nobody can be reached"],
  [{ kind: "checklist", checklist: "Form", mark: undefined, holds: false }, "Form: not asked of this class"],
  [{ kind: "own column", column: "Bus", value: "Quay", holds: true }, "Bus: Quay"],
  [{ kind: "own column", column: "Bus", value: "", holds: false }, "Bus: empty"],
  [{ kind: "chosen", holds: true }, `chosen by name, in ${CLASS}`],
  [{ kind: "chosen", holds: false }, "not chosen by name"],
  [{ kind: "written", days: undefined, holds: true }, "never written to"],
  [{ kind: "written", days: 0, holds: false }, "written to today"],
  [{ kind: "written", days: 1, holds: false }, "written to 1 day ago"],
  [{ kind: "last note", note: undefined, holds: false }, "no note yet"],
  [{ kind: "no average", since: "" }, "no note yet to compare with"],
  [{ kind: "no average", since: "3 November 2026" }, `no average on 3 November 2026 in ${CLASS}`],
  [{ kind: "no average", of: "Labs" }, `no average of Labs yet in ${CLASS}`],
  [{ kind: "no average" }, `no average yet in ${CLASS}`],
  [{ kind: "no score", assignment: "Quiz" }, `Quiz: no points in ${CLASS}`],
  [{ kind: "added by hand" }, `in ${CLASS}, added by hand`],
  [
    {
      ...{ kind: "assignment", assignment: "Quiz", points: 7, possible: 10, unit: "percent", holds: false },
      ...{ comparison: "between", threshold: 50, upTo: 60 },
    },
    `Quiz: 7 of 10 points in ${CLASS}, not between 50\u00a0% and 60\u00a0%`,
  ],
];

test.each(REASONS)("a reason has its figures: %j", (reason, words) => {
  expect(reasonWords(reason, CLASS)).toBe(words);
});
