import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Assignment } from "../model/assignment";
import { type AverageColumn, averageColumnId } from "../model/averageColumn";
import type { SchoolClass } from "../model/schoolClass";
import type { Score, ScoreColumn } from "../model/score";
import { sampleAssignment, sampleClass } from "../testing/sampleClass";
import { differsFromOther } from "./average";
import { fractionToNumber } from "./fraction";
import { type ClassGradebook, studentFigures } from "./studentFigures";

const TODAY = "2026-11-24";
type Work = Partial<Assignment> & { score?: Score };

function gradebook(
  schoolClass: Partial<SchoolClass>,
  work: Work[],
  imported: Record<string, number> = {},
): ClassGradebook {
  const assignments = work.map(({ score: _score, ...part }, place) =>
    sampleAssignment({ id: `assignment-${place}`, title: `Assignment ${place}`, order: place, ...part }),
  );
  const columns = new Map<string, ScoreColumn>();
  work.forEach(({ score }, place) => {
    const assignmentId = `assignment-${place}`;
    columns.set(assignmentId, { assignmentId, classId: "class", scores: score ? { student: score } : {} });
  });
  const averages = new Map<string, AverageColumn>();
  for (const [key, percent] of Object.entries(imported)) {
    const [period = "", categoryId = ""] = key.split("/");
    const id = averageColumnId("class", period, categoryId);
    averages.set(id, { id, classId: "class", period, categoryId, percents: { student: percent } });
  }
  return { schoolClass: sampleClass(schoolClass), assignments, columns, averages };
}

function figures(
  schoolClass: Partial<SchoolClass>,
  work: Work[],
  period = "winter",
  imported: Record<string, number> = {},
) {
  return studentFigures(gradebook(schoolClass, work, imported), "student", period, TODAY);
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
    const assignments: Work[] = [
      { termId: "autumn", score: scored(20), pointsPossible: 20 },
      { termId: "winter", score: scored(30), pointsPossible: 60 },
      { termId: "spring" },
    ];
    expect(figures({}, assignments, "winter").overall?.shown).toBe(50);
    expect(figures({}, assignments, "year").overall?.shown).toBe(75);
    expect(figures({ termWeights: { autumn: 3 } }, assignments, "year").overall?.shown).toBe(88);
    expect(figures({ year: "pooled" }, assignments, "year").overall?.shown).toBe(63);
  });

  test("missing work: by due date, assignments without one last, then as in the gradebook, with days overdue", () => {
    const missing: Score = { status: "missing" };
    const { missing: assignments } = figures({}, [
      { title: "No date", dueDate: undefined, score: missing },
      { title: "Ahead", dueDate: "2026-12-01", score: missing },
      { title: "Later in the book", dueDate: "2026-11-20", order: 9, score: { status: "incomplete" } },
      { title: "First", dueDate: "2026-11-20", order: 2, score: missing },
      { title: "Blank", dueDate: "2026-11-01" },
    ]);
    expect(assignments.map(({ assignment, daysOverdue }) => [assignment.title, daysOverdue])).toEqual([
      ["First", 4],
      ["Later in the book", 4],
      ["Ahead", 0],
      ["No date", 0],
    ]);
  });

  test("points with four decimals are summed without drift", () => {
    const assignments = Array.from({ length: 10 }, () => ({ score: scored(0.1), pointsPossible: 0.1 }));
    expect(figures({}, assignments).overall?.exact).toEqual({ numerator: 10000000000n, denominator: 100000000n });
  });

  test("equal averages worked out by plain arithmetic, for any scores", () => {
    const assignment = fc.record({
      categoryId: fc.constantFrom("labs", "quizzes"),
      pointsPossible: fc.integer({ min: 1, max: 50 }),
      score: fc.oneof(
        fc.constant<Score | undefined>(undefined),
        fc.constantFrom<Score>({ status: "missing" }, { status: "excused" }, { status: "pending" }),
        fc.integer({ min: 0, max: 240 }).map((quarter): Score => ({ status: "scored", points: quarter / 4 })),
      ),
    });
    fc.assert(
      fc.property(
        fc.array(assignment, { maxLength: 12 }),
        fc.constantFrom("points", "weighted"),
        (assignments, method) => {
          const sums = { labs: [0, 0], quizzes: [0, 0] } as Record<string, [number, number]>;
          for (const { categoryId, pointsPossible, score } of assignments) {
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
          const { overall } = figures({ method: method as "points" | "weighted" }, assignments);
          if (parts.length === 0) expect(overall).toBeUndefined();
          else expect(overall && fractionToNumber(overall.exact)).toBeCloseTo(expected, 8);
        },
      ),
    );
  });
});

describe("imported averages", () => {
  const weighted = { method: "weighted" as const };
  test("count where there are no scores, marked as imported, and make the overall one by weight", () => {
    const { categoryAverages, overall } = figures(weighted, [], "winter", {
      "winter/labs": 80,
      "winter/quizzes": 70.5,
    });
    expect(categoryAverages.map((average) => [average?.shown, average?.imported])).toEqual([
      [80, true],
      [71, true],
    ]);
    expect(overall).toMatchObject({ shown: 76, imported: true });
  });

  test("an overall average that was imported is nearer to the truth than one made of imported parts", () => {
    const imported = { "winter/labs": 80, "winter/overall": 84.5 };
    expect(figures(weighted, [], "winter", imported).overall).toMatchObject({ shown: 85, imported: true });
  });

  test("beside scores the class says which counts; the other stays and a difference is named", () => {
    const assignments = [{ score: scored(15), pointsPossible: 20 }];
    const computed = figures(weighted, assignments, "winter", { "winter/labs": 80 });
    expect(computed.categoryAverages[0]).toMatchObject({ shown: 75, imported: false, other: { shown: 80 } });
    const chosen = figures({ ...weighted, averageSource: "imported" }, assignments, "winter", { "winter/labs": 80 });
    expect(chosen.categoryAverages[0]).toMatchObject({ shown: 80, imported: true, other: { shown: 75 } });
    expect(chosen.overall?.shown).toBe(80);
    const same = figures(weighted, assignments, "winter", { "winter/labs": 75.2 }).categoryAverages[0];
    expect(same && differsFromOther(same)).toBe(false);
    expect(computed.categoryAverages[0] && differsFromOther(computed.categoryAverages[0])).toBe(true);
  });

  test("by points they are the overall average only where nothing was scored", () => {
    expect(figures({}, [], "winter", { "winter/overall": 64 }).overall?.shown).toBe(64);
    const both = figures({}, [{ score: scored(15), pointsPossible: 20 }], "winter", { "winter/overall": 64 });
    expect(both.overall).toMatchObject({ shown: 75, other: { shown: 64 } });
  });

  test("the year is the mean of terms, computed or imported", () => {
    const assignments = [{ score: scored(10), pointsPossible: 20 }];
    expect(figures({}, assignments, "year", { "autumn/overall": 80 }).overall).toMatchObject({
      shown: 65,
      imported: false,
    });
    expect(figures({}, [], "year", { "autumn/overall": 80, "winter/overall": 70 }).overall).toMatchObject({
      shown: 75,
      imported: true,
    });
    expect(figures({}, [], "year", { "year/overall": 91 }).overall?.shown).toBe(91);
  });
});
