import { describe, expect, test } from "vitest";
import type { MissingRule } from "../model/schoolClass";
import type { Score } from "../model/score";
import { sampleAssignment, sampleClass } from "../testing/sampleClass";
import { countingScore, isMissing } from "./countingScore";
import { unitsToPoints } from "./pointsToUnits";

const TODAY = "2026-11-24";
const half: MissingRule = { kind: "percent", percent: 50 };
const leftOut: MissingRule = { kind: "left out" };

function earned(score: Score | undefined, rules = {}, assignment = {}): number | undefined {
  const counts = countingScore(score, sampleAssignment(assignment), sampleClass(rules), TODAY);
  return counts && unitsToPoints(counts.earned);
}

describe("what a score counts as (20 points possible)", () => {
  test.each<[string, Score | undefined, object, object, number | undefined]>([
    ["scored counts its points", { status: "scored", points: 17.25 }, {}, {}, 17.25],
    ["points above what is possible count", { status: "scored", points: 23 }, {}, {}, 23],
    ["scored without points is left out", { status: "scored" }, {}, {}, undefined],
    ["late counts its points", { status: "late", points: 15 }, {}, {}, 15],
    [
      "late loses the class's deduction of the points possible",
      { status: "late", points: 15 },
      { lateDeduction: 12.5 },
      {},
      12.5,
    ],
    ["the deduction never takes a score below 0", { status: "late", points: 1 }, { lateDeduction: 25 }, {}, 0],
    [
      "the deduction applies to extra credit",
      { status: "late", points: 5 },
      { lateDeduction: 10 },
      { extraCredit: true },
      3,
    ],
    ["late without points is left out", { status: "late" }, {}, {}, undefined],
    ["missing counts as zero", { status: "missing" }, {}, {}, 0],
    ["missing with points from before counts as zero all the same", { status: "missing", points: 9 }, {}, {}, 0],
    ["missing counts as a set percent", { status: "missing" }, { missingRule: half }, {}, 10],
    ["missing is left out if the class says so", { status: "missing" }, { missingRule: leftOut }, {}, undefined],
    ["incomplete with points counts with them", { status: "incomplete", points: 8 }, { missingRule: leftOut }, {}, 8],
    ["incomplete without points follows the missing rule", { status: "incomplete" }, { missingRule: half }, {}, 10],
    ["excused is left out", { status: "excused", points: 20 }, {}, {}, undefined],
    ["pending is left out", { status: "pending" }, {}, {}, undefined],
    ["a blank is left out", undefined, {}, {}, undefined],
    ["a blank past due is missing if the class says so", undefined, { blankAfterDueIsMissing: true }, {}, 0],
    ["due today is not past due", undefined, { blankAfterDueIsMissing: true }, { dueDate: TODAY }, undefined],
    ["pending never turns into missing", { status: "pending" }, { blankAfterDueIsMissing: true }, {}, undefined],
    [
      "without a due date a blank is never past due",
      undefined,
      { blankAfterDueIsMissing: true },
      { dueDate: undefined },
      undefined,
    ],
    [
      "missing extra credit earns nothing under any rule",
      { status: "missing" },
      { missingRule: half },
      { extraCredit: true },
      undefined,
    ],
    [
      "an assignment of 0 points possible is in no average",
      { status: "scored", points: 3 },
      {},
      { pointsPossible: 0 },
      undefined,
    ],
  ])("%s", (_words, score, rules, assignment, expected) => {
    expect(earned(score, rules, assignment)).toBe(expected);
  });

  test("extra credit earns points and adds nothing to the possible ones", () => {
    const counts = countingScore(
      { status: "scored", points: 4 },
      sampleAssignment({ extraCredit: true, pointsPossible: 5 }),
      sampleClass(),
      TODAY,
    );
    expect(counts).toMatchObject({ possible: 0, extraCredit: true });
  });

  test("an assignment of 0 points possible that is missing is missing work; extra credit never is", () => {
    expect(isMissing({ status: "missing" }, sampleAssignment({ pointsPossible: 0 }), sampleClass(), TODAY)).toBe(true);
    expect(isMissing({ status: "missing" }, sampleAssignment({ extraCredit: true }), sampleClass(), TODAY)).toBe(false);
  });
});
