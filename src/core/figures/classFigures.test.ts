import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Assignment } from "../model/assignment";
import type { SchoolClass } from "../model/schoolClass";
import type { Score, ScoreColumn } from "../model/score";
import { sampleAssignment, sampleClass } from "../testing/sampleClass";
import { type ClassGradebook, studentFigures } from "./classFigures";
import { fractionToNumber } from "./fraction";

const TODAY = "2026-11-24";
type Piece = Partial<Assignment> & { score?: Score };

function gradebook(schoolClass: Partial<SchoolClass>, pieces: Piece[]): ClassGradebook {
  const assignments = pieces.map(({ score: _score, ...part }, place) =>
    sampleAssignment({ id: `piece-${place}`, title: `Piece ${place}`, order: place, ...part }),
  );
  const columns = new Map<string, ScoreColumn>();
  pieces.forEach(({ score }, place) => {
    const assignmentId = `piece-${place}`;
    columns.set(assignmentId, { assignmentId, classId: "class", scores: score ? { student: score } : {} });
  });
  return { schoolClass: sampleClass(schoolClass), assignments, columns };
}

function figures(schoolClass: Partial<SchoolClass>, pieces: Piece[], period = "winter") {
  return studentFigures(gradebook(schoolClass, pieces), "student", period, TODAY);
}

const scored = (points: number): Score => ({ status: "scored", points });
const QUIZ = { categoryId: "quizzes" };

describe("averages", () => {
  test("a category is the sum of points over the sum of points possible", () => {
    const { categoryAverages } = figures({}, [
      { score: scored(10), pointsPossible: 20 },
      { score: scored(10), pointsPossible: 10 },
    ]);
    expect(categoryAverages.map((average) => average?.shown)).toEqual([67, undefined]);
  });

  test("without possible points there is no average, never 0", () => {
    expect(figures({}, [{ score: { status: "excused" } }, {}]).overall).toBeUndefined();
  });

  test("extra credit without anything possible makes no average", () => {
    expect(figures({}, [{ score: scored(3), extraCredit: true }]).overall).toBeUndefined();
  });

  test("there is no cap at 100", () => {
    expect(figures({}, [{ score: scored(20) }, { score: scored(5), extraCredit: true }]).overall?.shown).toBe(125);
  });

  test("by points: all counting points together", () => {
    expect(figures({}, [{ score: scored(18) }, { ...QUIZ, score: scored(3), pointsPossible: 10 }]).overall?.shown).toBe(
      70,
    );
  });

  test("by weight: category averages by weight, over those that have one, from exact values", () => {
    const weighted = { method: "weighted" } as const;
    expect(
      figures(weighted, [{ score: scored(18) }, { ...QUIZ, score: scored(3), pointsPossible: 10 }]).overall?.shown,
    ).toBe(66);
    expect(figures(weighted, [{ score: scored(18) }]).overall?.shown).toBe(90);
  });

  test("by weight: no average where all that have one weigh 0", () => {
    const categories = [{ id: "labs", name: "Labs", weight: 0, dropLowest: 0 }];
    expect(figures({ method: "weighted", categories }, [{ score: scored(18) }]).overall).toBeUndefined();
  });

  test("drops are made in each category before the points are added", () => {
    const categories = [{ id: "labs", name: "Labs", weight: 1, dropLowest: 1 }];
    expect(figures({ categories }, [{ score: scored(2) }, { score: scored(18) }]).overall?.shown).toBe(90);
  });

  test("an assignment belongs to the term that it names; the year is the mean of the terms that have an average", () => {
    const pieces: Piece[] = [
      { termId: "autumn", score: scored(20), pointsPossible: 20 },
      { termId: "winter", score: scored(30), pointsPossible: 60 },
      { termId: "spring" },
    ];
    expect(figures({}, pieces, "winter").overall?.shown).toBe(50);
    expect(figures({}, pieces, "year").overall?.shown).toBe(75);
    expect(figures({ termWeights: { autumn: 3 } }, pieces, "year").overall?.shown).toBe(88);
    expect(figures({ year: "pooled" }, pieces, "year").overall?.shown).toBe(63);
  });

  test("missing work: by due date, pieces without one last, then as in the gradebook, with days overdue", () => {
    const missing: Score = { status: "missing" };
    const { missing: pieces } = figures({}, [
      { title: "No date", dueDate: undefined, score: missing },
      { title: "Ahead", dueDate: "2026-12-01", score: missing },
      { title: "Later in the book", dueDate: "2026-11-20", order: 9, score: { status: "incomplete" } },
      { title: "First", dueDate: "2026-11-20", order: 2, score: missing },
      { title: "Blank", dueDate: "2026-11-01" },
    ]);
    expect(pieces.map(({ assignment, daysOverdue }) => [assignment.title, daysOverdue])).toEqual([
      ["First", 4],
      ["Later in the book", 4],
      ["Ahead", 0],
      ["No date", 0],
    ]);
  });

  test("points with four decimals are summed without drift", () => {
    const pieces = Array.from({ length: 10 }, () => ({ score: scored(0.1), pointsPossible: 0.1 }));
    expect(figures({}, pieces).overall?.exact).toEqual({ numerator: 10000000000n, denominator: 100000000n });
  });

  test("equal averages worked out by plain arithmetic, for any scores", () => {
    const piece = fc.record({
      categoryId: fc.constantFrom("labs", "quizzes"),
      pointsPossible: fc.integer({ min: 1, max: 50 }),
      score: fc.oneof(
        fc.constant<Score | undefined>(undefined),
        fc.constantFrom<Score>({ status: "missing" }, { status: "excused" }, { status: "pending" }),
        fc.integer({ min: 0, max: 240 }).map((quarter): Score => ({ status: "scored", points: quarter / 4 })),
      ),
    });
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 12 }), fc.constantFrom("points", "weighted"), (pieces, method) => {
        const sums = { labs: [0, 0], quizzes: [0, 0] } as Record<string, [number, number]>;
        for (const { categoryId, pointsPossible, score } of pieces) {
          if (!score || score.status === "excused" || score.status === "pending") continue;
          const sum = sums[categoryId] ?? [0, 0];
          sum[0] += score.points ?? 0;
          sum[1] += pointsPossible;
        }
        const parts = [
          { sum: sums.labs ?? [0, 0], weight: 60 },
          { sum: sums.quizzes ?? [0, 0], weight: 40 },
        ].filter(({ sum }) => sum[1] > 0);
        const total = (value: (part: (typeof parts)[number]) => number) =>
          parts.reduce((all, part) => all + value(part), 0);
        const expected =
          method === "points"
            ? (100 * total(({ sum }) => sum[0])) / total(({ sum }) => sum[1])
            : total(({ sum, weight }) => (weight * 100 * sum[0]) / sum[1]) / total(({ weight }) => weight);
        const { overall } = figures({ method: method as "points" | "weighted" }, pieces);
        if (parts.length === 0) expect(overall).toBeUndefined();
        else expect(overall && fractionToNumber(overall.exact)).toBeCloseTo(expected, 8);
      }),
    );
  });
});
