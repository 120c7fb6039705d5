import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { averageColumnId, OVERALL } from "../model/averageColumn";
import type { Score, ScoreColumn } from "../model/score";
import { plainOverall, RANDOM_DAY, randomGradebook } from "../testing/randomGradebook";
import { sampleAssignment, sampleClass } from "../testing/sampleClass";
import type { Average } from "./average";
import { classStatistics, countAtLeast, medianOf } from "./classStatistics";
import { isMissing } from "./countingScore";
import { barWords, distribution } from "./distribution";
import { type Explanation, explain } from "./explain";
import {
  addFractions,
  compareFractions,
  decimalFraction,
  type Fraction,
  fraction,
  fractionToNumber,
  sumOfFractions,
} from "./fraction";
import { handingIn } from "./handingIn";
import { unitsToPoints } from "./pointsToUnits";
import { type ClassGradebook, countingIn, scoreIn, studentFigures } from "./studentFigures";
import { trend } from "./trend";

const exact = (average: Average | undefined) => average && fractionToNumber(average.exact);
const close = (a: number | undefined, b: number | undefined) =>
  a === undefined || b === undefined ? expect(a).toBe(b) : expect(Math.abs(a - b)).toBeLessThan(1e-5);
/** What counts for a student, as plain numbers in points. */
function counting(gradebook: ClassGradebook, studentId: string, today = RANDOM_DAY) {
  const of = countingIn(gradebook, studentId, today);
  return gradebook.assignments.flatMap((assignment) => {
    const counts = of(assignment);
    return counts
      ? [
          {
            assignment,
            categoryId: assignment.categoryId,
            earned: unitsToPoints(counts.earned),
            possible: unitsToPoints(counts.possible),
            extra: assignment.extraCredit,
          },
        ]
      : [];
  });
}

describe("how a figure is made", () => {
  /** The overall average made again from what the explanation says, and from nothing else. */
  function addUp({ method, categories, terms }: Explanation): number | undefined {
    if (method === "points") {
      const possible = categories.reduce((sum, one) => sum + one.possible, 0);
      const earned = categories.reduce((sum, one) => sum + one.earned, 0);
      return possible > 0 ? (100 * earned) / possible : undefined;
    }
    const parts =
      method === "weighted"
        ? categories.flatMap(({ average, share }) =>
            average && share ? [{ value: exact(average) ?? 0, weight: share }] : [],
          )
        : terms.flatMap(({ average, weight }) => (average ? [{ value: exact(average) ?? 0, weight }] : []));
    const weights = parts.reduce((sum, { weight }) => sum + weight, 0);
    return weights > 0 ? parts.reduce((sum, { value, weight }) => sum + value * weight, 0) / weights : undefined;
  }

  test("what it lists always adds up to the figure that is shown, by every rule", () => {
    fc.assert(
      fc.property(randomGradebook, fc.constantFrom("autumn", "winter", "year"), (gradebook, period) => {
        for (const studentId of gradebook.schoolClass.studentIds) {
          const explanation = explain(gradebook, studentId, period, RANDOM_DAY);
          const { overall } = studentFigures(gradebook, studentId, period, RANDOM_DAY);
          expect(explanation.overall).toEqual(overall);
          close(addUp(explanation), exact(overall));
          for (const category of explanation.categories) {
            const counted = category.scores.filter(
              ({ treatment, earned }) => treatment !== "dropped" && earned !== undefined,
            );
            close(
              counted.reduce((sum, { earned = 0 }) => sum + earned, 0),
              category.earned,
            );
            close(
              counted.reduce((sum, { possible = 0 }) => sum + possible, 0),
              category.possible,
            );
            const drops = category.scores.filter(({ treatment }) => treatment === "dropped").length;
            expect(drops).toBeLessThanOrEqual(category.category.dropLowest);
          }
        }
      }),
    );
  });

  test("a term of which only the average was imported has its part in the year", () => {
    const id = averageColumnId("class", "autumn", OVERALL);
    const gradebook: ClassGradebook = {
      schoolClass: sampleClass({ year: "mean of terms" }),
      assignments: [sampleAssignment({ termId: "winter", pointsPossible: 10 })],
      columns: new Map([
        [
          sampleAssignment().id,
          {
            assignmentId: sampleAssignment().id,
            classId: "class",
            scores: { student: { status: "scored", points: 6 } },
          },
        ],
      ]),
      averages: new Map([
        [id, { id, classId: "class", period: "autumn", categoryId: OVERALL, percents: { student: 80 } }],
      ]),
    };
    const explanation = explain(gradebook, "student", "year", RANDOM_DAY);
    expect(explanation.overall?.shown).toBe(70);
    close(addUp(explanation), 70);
  });

  test("every assignment is named with the reason why it counts or does not", () => {
    const assignments = [
      ["counts", { status: "scored", points: 20 }, {}],
      ["dropped", { status: "scored", points: 1 }, {}],
      ["missing, counts by the class’s rule", { status: "missing" }, { categoryId: "quizzes" }],
      ["excused", { status: "excused" }, {}],
      ["pending", { status: "pending" }, {}],
      ["blank", undefined, {}],
      ["no points yet", { status: "scored" }, {}],
      ["0 points possible", { status: "missing" }, { pointsPossible: 0 }],
      ["extra credit", { status: "scored", points: 2 }, { extraCredit: true }],
      ["late deduction taken", { status: "late", points: 15 }, { categoryId: "quizzes" }],
    ] as const;
    const base = sampleClass();
    const gradebook: ClassGradebook = {
      schoolClass: sampleClass({
        lateDeduction: 10,
        categories: base.categories.map((category, place) => ({ ...category, dropLowest: place === 0 ? 1 : 0 })),
      }),
      assignments: assignments.map(([, , part], place) =>
        sampleAssignment({ id: String(place), order: place, ...part }),
      ),
      columns: new Map(
        assignments.map(([, score], place): [string, ScoreColumn] => {
          const scores: Record<string, Score> = score ? { student: score } : {};
          return [String(place), { assignmentId: String(place), classId: "class", scores }];
        }),
      ),
      averages: new Map(),
    };
    const { categories } = explain(gradebook, "student", "winter", RANDOM_DAY);
    const told = categories.flatMap(({ scores }) => scores).sort((a, b) => a.assignment.order - b.assignment.order);
    expect(told.map(({ treatment }) => treatment)).toEqual(assignments.map(([treatment]) => treatment));
  });
});

describe("what handing it in would do", () => {
  const missingOf = (gradebook: ClassGradebook, studentId: string, term: string) =>
    gradebook.assignments.filter(
      (one) =>
        one.termId === term && isMissing(scoreIn(gradebook, studentId)(one), one, gradebook.schoolClass, RANDOM_DAY),
    );
  const inTerm = (gradebook: ClassGradebook, term: string): ClassGradebook => ({
    ...gradebook,
    assignments: gradebook.assignments.filter(({ termId }) => termId === term),
  });

  test("equals a plain reckoning that puts the expected points in the place of what is missing", () => {
    fc.assert(
      fc.property(randomGradebook, fc.constantFrom(undefined, 100, 55.5), (whole, percent) => {
        const gradebook = inTerm(whole, "winter");
        const { schoolClass } = gradebook;
        const categoryAverage = (list: ReturnType<typeof counting>, categoryId: string) => {
          const own = {
            ...schoolClass,
            method: "weighted" as const,
            categories: schoolClass.categories
              .filter(({ id }) => id === categoryId)
              .map((one) => ({ ...one, weight: 1 })),
          };
          return plainOverall(
            own,
            list.filter((one) => one.categoryId === categoryId),
          );
        };
        for (const studentId of schoolClass.studentIds) {
          const missing = missingOf(gradebook, studentId, "winter");
          const ids = new Set(missing.map(({ id }) => id));
          const others = counting(gradebook, studentId).filter(({ assignment }) => !ids.has(assignment.id));
          const shareOf = (categoryId: string): number | undefined => {
            if (percent !== undefined) return percent;
            const own = categoryAverage(others, categoryId);
            const ofClass = schoolClass.studentIds
              .flatMap((id) => categoryAverage(counting(gradebook, id), categoryId) ?? [])
              .sort((a, b) => a - b);
            const middle = (ofClass.length - 1) / 2;
            const median = ((ofClass[Math.floor(middle)] ?? 0) + (ofClass[Math.ceil(middle)] ?? 0)) / 2;
            const share = own ?? (ofClass.length > 0 ? median : undefined);
            return share === undefined ? undefined : Math.min(100, share);
          };
          const withHandedIn = (handedIn: ReadonlySet<string>) =>
            plainOverall(schoolClass, [
              ...counting(gradebook, studentId).filter(
                ({ assignment }) =>
                  !handedIn.has(assignment.id) ||
                  shareOf(assignment.categoryId) === undefined ||
                  assignment.pointsPossible === 0,
              ),
              ...missing.flatMap(({ id, categoryId, pointsPossible }) => {
                const share = shareOf(categoryId);
                return handedIn.has(id) && share !== undefined && pointsPossible > 0
                  ? [{ categoryId, earned: (share * pointsPossible) / 100, possible: pointsPossible, extra: false }]
                  : [];
              }),
            ]);
          const found = handingIn(
            gradebook,
            studentId,
            "winter",
            RANDOM_DAY,
            percent === undefined ? undefined : decimalFraction(percent),
          );
          close(exact(found.now), withHandedIn(new Set()));
          close(exact(found.after), withHandedIn(ids));
          expect(found.assignments.map(({ assignment }) => assignment.id).sort()).toEqual([...ids].sort());
          for (const { assignment, after } of found.assignments)
            close(exact(after), withHandedIn(new Set([assignment.id])));
        }
      }),
      { numRuns: 60 },
    );
  });

  test("is exact where shares are thirds: no tie of rounding is tipped", () => {
    // Two of three points so far; with three more of ten at two thirds each it is just 22 of 33.
    const schoolClass = sampleClass({ decimals: 2 });
    const work = [3, 10, 10, 10].map((pointsPossible, order) =>
      sampleAssignment({ id: `a${order}`, pointsPossible, order, title: `Lab ${order}` }),
    );
    const columns = new Map(
      work.map(({ id }, place) => [
        id,
        {
          assignmentId: id,
          classId: "class",
          scores: {
            student: place === 0 ? ({ status: "scored", points: 2 } as const) : ({ status: "missing" } as const),
          },
        },
      ]),
    );
    const { after } = handingIn(
      { schoolClass, assignments: work, columns, averages: new Map() },
      "student",
      "winter",
      RANDOM_DAY,
    );
    expect(after && after.exact.numerator * 3n === after.exact.denominator * 200n).toBe(true);
  });

  test("of the year it is the mean of the terms, and the assignment that lifts most comes first", () => {
    fc.assert(
      fc.property(randomGradebook, (gradebook) => {
        const { assignments, now } = handingIn(gradebook, "a", "year", RANDOM_DAY);
        expect(exact(now)).toEqual(exact(studentFigures(gradebook, "a", "year", RANDOM_DAY).overall));
        const lifts = assignments.map(({ after }) => exact(after) ?? -1);
        expect([...lifts].sort((a, b) => b - a)).toEqual(lifts);
      }),
      { numRuns: 60 },
    );
  });
});

test("the trend is the average of what was due by each day, judged by that day, with gaps where there was none", () => {
  fc.assert(
    fc.property(randomGradebook, (gradebook) => {
      const points = trend(gradebook, "a", "winter", RANDOM_DAY);
      const dated = gradebook.assignments.filter(
        ({ termId, dueDate }) => termId === "winter" && dueDate && dueDate <= RANDOM_DAY,
      );
      expect(points.map(({ day }) => day)).toEqual([...new Set(dated.map(({ dueDate = "" }) => dueDate))].sort());
      for (const { day, average } of points) {
        const byThen = { ...gradebook, assignments: dated.filter(({ dueDate = "" }) => dueDate <= day) };
        close(exact(average), plainOverall(gradebook.schoolClass, counting(byThen, "a", day)));
      }
    }),
    { numRuns: 60 },
  );
});

describe("class statistics", () => {
  const averageOf = (value: number): Average => ({
    exact: decimalFraction(value),
    shown: Math.round(value),
    imported: false,
  });

  test("agree with a plain reckoning by linear interpolation; students without an average are counted apart", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            fc.constant(undefined),
            fc.integer({ min: 0, max: 1200 }).map((tenths) => tenths / 10),
          ),
        ),
        (values) => {
          const statistics = classStatistics(
            values.map((value) => (value === undefined ? undefined : averageOf(value))),
          );
          const known = values.flatMap((value) => value ?? []).sort((a, b) => a - b);
          if (known.length === 0) {
            expect(statistics).toBeUndefined();
            return;
          }
          const quantile = (part: number) => {
            const place = (known.length - 1) * part;
            const low = known[Math.floor(place)] ?? 0;
            return low + ((known[Math.ceil(place)] ?? 0) - low) * (place % 1);
          };
          expect(statistics).toMatchObject({ count: known.length, withoutAverage: values.length - known.length });
          const number = (value: Fraction | undefined) => value && fractionToNumber(value);
          close(number(statistics?.mean), known.reduce((sum, value) => sum + value, 0) / known.length);
          close(number(statistics?.lowerQuartile), quantile(0.25));
          close(number(statistics?.median), quantile(0.5));
          close(number(statistics?.upperQuartile), quantile(0.75));
          close(number(statistics?.minimum), known[0]);
          close(number(statistics?.maximum), known.at(-1));
        },
      ),
    );
  });

  test("the sum of many fractions is that of one after the other", () => {
    const part = fc.tuple(fc.integer({ min: -1_000, max: 1_000 }), fc.integer({ min: 1, max: 500 }));
    fc.assert(
      fc.property(fc.array(part.map(([numerator, denominator]) => fraction(numerator, denominator))), (values) => {
        expect(compareFractions(sumOfFractions(values), values.reduce(addFractions, fraction(0, 1)))).toBe(0);
      }),
    );
  });

  test("shares go by the shown averages, and the median of nothing is none", () => {
    expect(countAtLeast([averageOf(69.5), averageOf(69.4), undefined], 70)).toBe(1);
    expect(medianOf([])).toBeUndefined();
  });
});

test("a distribution counts every shown value in the bar that holds it; 100 and all above are one bar", () => {
  const values = fc.array(
    fc.option(
      fc.integer({ min: 0, max: 1400 }).map((tenths) => tenths / 10),
      { nil: undefined },
    ),
  );
  fc.assert(
    fc.property(values, (shown) => {
      const known = shown.filter((value) => value !== undefined);
      const bars = distribution(shown.map((value) => (value === undefined ? undefined : { shown: value })));
      expect(bars.reduce((sum, { count }) => sum + count, 0)).toBe(known.length);
      for (const { from, to = Number.POSITIVE_INFINITY, count } of bars) {
        expect(count).toBe(known.filter((value) => value >= from && value < to).length);
      }
    }),
  );
  expect(distribution([{ shown: 100 }, { shown: 104 }]).map(barWords)).toEqual(["100\u00a0% and above"]);
  expect(distribution([{ shown: 89 }]).map(barWords)).toEqual(["80–89\u00a0%"]);
});
