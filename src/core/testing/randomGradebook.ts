import fc from "fast-check";
import type { ClassGradebook } from "../figures/studentFigures";
import type { Assignment } from "../model/assignment";
import type { SchoolClass } from "../model/schoolClass";
import type { Score, ScoreColumn } from "../model/score";
import { sampleAssignment, sampleClass } from "./sampleClass";

/** The day by which random gradebooks are judged. */
export const RANDOM_DAY = "2026-11-24";
const STUDENTS = ["a", "b", "c", "d"];

const score: fc.Arbitrary<Score | undefined> = fc.oneof(
  {
    weight: 5,
    arbitrary: fc.integer({ min: 0, max: 60 }).map((halves): Score => ({ status: "scored", points: halves / 2 })),
  },
  {
    weight: 1,
    arbitrary: fc.integer({ min: 0, max: 60 }).map((halves): Score => ({ status: "late", points: halves / 2 })),
  },
  { weight: 1, arbitrary: fc.integer({ min: 0, max: 20 }).map((points): Score => ({ status: "incomplete", points })) },
  fc.constantFrom<Score | undefined>(
    undefined,
    { status: "missing" },
    { status: "incomplete" },
    { status: "excused" },
    { status: "pending" },
    { status: "scored" },
  ),
);

const assignment = fc.record({
  categoryId: fc.constantFrom("labs", "quizzes"),
  termId: fc.constantFrom("autumn", "winter"),
  pointsPossible: fc.constantFrom(0, 10, 20, 25),
  extraCredit: fc.boolean().map((extra) => extra),
  dueDate: fc.constantFrom(undefined, "2026-10-10", "2026-11-01", RANDOM_DAY, "2026-12-01"),
  scores: fc.tuple(score, score, score, score),
});

const rules = fc.record({
  method: fc.constantFrom<SchoolClass["method"]>("points", "weighted"),
  missingRule: fc.constantFrom<SchoolClass["missingRule"]>(
    { kind: "zero" },
    { kind: "percent", percent: 40 },
    { kind: "left out" },
  ),
  lateDeduction: fc.constantFrom(0, 10),
  blankAfterDueIsMissing: fc.boolean(),
  year: fc.constantFrom<SchoolClass["year"]>("mean of terms", "pooled"),
  drops: fc.tuple(fc.nat(2), fc.nat(1)),
  decimals: fc.constantFrom<0 | 1 | 2>(0, 1, 2),
});

/** Small gradebooks of four students with every status and rule in them. */
export const randomGradebook: fc.Arbitrary<ClassGradebook> = fc
  .tuple(rules, fc.array(assignment, { minLength: 1, maxLength: 8 }))
  .map(([{ drops, ...part }, work]) => {
    const base = sampleClass();
    const schoolClass = sampleClass({
      ...part,
      studentIds: STUDENTS,
      categories: base.categories.map((category, place) => ({ ...category, dropLowest: drops[place] ?? 0 })),
    });
    const assignments: Assignment[] = [];
    const columns = new Map<string, ScoreColumn>();
    work.forEach(({ scores, ...details }, place) => {
      const id = `assignment-${place}`;
      assignments.push(sampleAssignment({ ...details, id, title: `Assignment ${place}`, order: place }));
      const entries = scores.flatMap((one, at) => (one ? [[STUDENTS[at] ?? "", one] as const] : []));
      columns.set(id, { assignmentId: id, classId: "class", scores: Object.fromEntries(entries) });
    });
    return { schoolClass, assignments, columns, averages: new Map() };
  });

/** An overall average by plain arithmetic: every set of drops is tried. For the slow, obvious references. */
export function plainOverall(
  schoolClass: SchoolClass,
  counting: readonly { categoryId: string; earned: number; possible: number; extra: boolean }[],
): number | undefined {
  const sums = schoolClass.categories.map(({ id, weight, dropLowest }) => {
    const own = counting.filter(({ categoryId }) => categoryId === id);
    const droppable = own.filter(({ extra }) => !extra);
    const keep = Math.max(Math.min(1, droppable.length), droppable.length - dropLowest);
    const sumOf = (kept: typeof own) => ({
      earned: kept.reduce((sum, one) => sum + one.earned, 0),
      possible: kept.reduce((sum, one) => sum + one.possible, 0),
    });
    const extras = own.filter(({ extra }) => extra);
    const best = subsets(droppable, keep)
      .map((kept) => sumOf([...extras, ...kept]))
      .reduce((a, b) => {
        const [left, right] = [ratio(a), ratio(b)];
        return right > left + 1e-12 || (Math.abs(right - left) <= 1e-12 && b.possible > a.possible) ? b : a;
      });
    return { weight, ...best };
  });
  if (schoolClass.method === "points") {
    const possible = sums.reduce((sum, one) => sum + one.possible, 0);
    return possible > 0 ? (100 * sums.reduce((sum, one) => sum + one.earned, 0)) / possible : undefined;
  }
  const having = sums.filter(({ possible }) => possible > 0);
  const weights = having.reduce((sum, { weight }) => sum + weight, 0);
  return weights > 0
    ? having.reduce((sum, one) => sum + one.weight * ((100 * one.earned) / one.possible), 0) / weights
    : undefined;
}

function ratio({ earned, possible }: { earned: number; possible: number }): number {
  return possible > 0 ? earned / possible : Number.NEGATIVE_INFINITY;
}

function subsets<T>(list: readonly T[], size: number): T[][] {
  if (size === 0) return [[]];
  return list.flatMap((one, place) => subsets(list.slice(place + 1), size - 1).map((rest) => [one, ...rest]));
}
