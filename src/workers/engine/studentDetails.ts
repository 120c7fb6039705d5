import { type Average, averageOf, computedValue, percentOf } from "@/core/figures/average";
import { averageChange } from "@/core/figures/averageChange";
import { classStatistics } from "@/core/figures/classStatistics";
import { countingScore, isMissing } from "@/core/figures/countingScore";
import { type DistributionBar, distribution } from "@/core/figures/distribution";
import { type ExplainedScore, explain, type Treatment } from "@/core/figures/explain";
import type { FiguresIndex } from "@/core/figures/figuresIndex";
import type { Fraction } from "@/core/figures/fraction";
import { handingIn } from "@/core/figures/handingIn";
import { formatPercent, roundFraction } from "@/core/figures/roundFraction";
import { trend } from "@/core/figures/trend";
import { missingAssignmentWords } from "@/core/letter/fields/missingWords";
import type { Assignment } from "@/core/model/assignment";
import { type Day, dayOfInstant, formatDay } from "@/core/model/day";
import type { SchoolClass } from "@/core/model/schoolClass";
import { formatScore } from "@/core/model/score";
import { fullName } from "@/core/model/student";
import { type Period, periodName } from "@/core/model/term";
import { earlierAverage } from "@/core/selection/conditions/earlierAverage";
import { counted } from "@/core/words";

/** Numbers that tell about many, each in words. */
export interface StatisticsView {
  readonly words: readonly { readonly label: string; readonly value: string }[];
  readonly bars: readonly DistributionBar[];
}

export interface ClassDetails extends StatisticsView {
  readonly title: string;
}

export interface AssignmentDetails extends StatisticsView {
  readonly title: string;
  readonly about: string;
  readonly missing: readonly string[];
}

export interface StudentDetails {
  readonly name: string;
  readonly overall: string;
  /** "up 5 from 78 % on 27 October 2026, the last note"; nothing where there was no average then. */
  readonly change: string;
  /** "64 % now; about 78 % with these three handed in"; nothing where nothing is missing. */
  readonly handingIn: string;
  readonly missing: readonly { readonly words: string; readonly lifts: string }[];
  readonly trend: readonly { readonly day: Day; readonly label: string; readonly shown: number | undefined }[];
  readonly method: string;
  readonly terms: readonly { readonly name: string; readonly average: string; readonly weight: number }[];
  readonly categories: readonly {
    readonly name: string;
    readonly average: string;
    readonly sum: string;
    readonly share: string;
    readonly scores: readonly {
      readonly title: string;
      readonly score: string;
      readonly counts: string;
      readonly isOut: boolean;
    }[];
  }[];
}

/** How classes stand: their statistics and how the averages are spread. */
export function classDetails(index: FiguresIndex, classIds: readonly string[], period: Period): ClassDetails {
  const classes = classIds.flatMap((id) => index.world.classes.get(id) ?? []);
  const averages = classes.flatMap(({ id, studentIds }) =>
    studentIds.map((studentId) => index.figures(id, studentId, period).overall),
  );
  return { title: "Overall averages", ...statisticsView(averages, mostDecimals(classes)) };
}

function mostDecimals(classes: readonly SchoolClass[]): number {
  return Math.max(0, ...classes.map(({ decimals }) => decimals));
}

/** How classes did on one assignment, as percents of its points, and who has not handed it in. */
export function assignmentDetails(
  index: FiguresIndex,
  assignmentIds: readonly string[],
): AssignmentDetails | undefined {
  const { world, today } = index;
  const assignments = assignmentIds.flatMap((id) => {
    const assignment = world.assignments.get(id);
    const schoolClass = assignment && world.classes.get(assignment.classId);
    return assignment && schoolClass
      ? [{ assignment, schoolClass, scores: world.scoreColumns.get(id)?.scores ?? {} }]
      : [];
  });
  const [first] = assignments;
  if (!first) return undefined;
  const percents = assignments.flatMap(({ assignment, schoolClass, scores }) =>
    index.enrolled(schoolClass.id).map(({ id }) => {
      const score = scores[id];
      const counts = score?.points === undefined ? undefined : countingScore(score, assignment, schoolClass, today);
      return averageOf(computedValue(counts && percentOf(counts.earned, counts.possible)), schoolClass.decimals);
    }),
  );
  return {
    title: first.assignment.title,
    about: assignments.length > 1 ? `in ${counted(assignments.length, "class", "classes")}` : assignmentWords(first),
    ...statisticsView(percents, mostDecimals(assignments.map(({ schoolClass }) => schoolClass))),
    missing: assignments.flatMap(({ assignment, schoolClass, scores }) =>
      index
        .enrolled(schoolClass.id)
        .filter(({ id }) => isMissing(scores[id], assignment, schoolClass, today))
        .map(fullName),
    ),
  };
}

function assignmentWords({ assignment, schoolClass }: { assignment: Assignment; schoolClass: SchoolClass }): string {
  return [
    schoolClass.categories.find(({ id }) => id === assignment.categoryId)?.name ?? "",
    assignment.dueDate ? `due ${formatDay(assignment.dueDate)}` : "no due date",
    assignment.extraCredit ? "extra credit" : counted(assignment.pointsPossible, "point"),
  ].join(", ");
}

function statisticsView(averages: readonly (Average | undefined)[], decimals: number): StatisticsView {
  const statistics = classStatistics(averages);
  if (!statistics) return { words: [], bars: [] };
  const percent = (value: Fraction) => formatPercent(roundFraction(value, decimals), decimals);
  return {
    bars: distribution(averages),
    words: [
      { label: "Median", value: percent(statistics.median) },
      { label: "Mean", value: percent(statistics.mean) },
      { label: "Middle half", value: `${percent(statistics.lowerQuartile)} to ${percent(statistics.upperQuartile)}` },
      { label: "Lowest and highest", value: `${percent(statistics.minimum)} and ${percent(statistics.maximum)}` },
      ...(statistics.withoutAverage > 0
        ? [{ label: "Without one", value: counted(statistics.withoutAverage, "student") }]
        : []),
    ],
  };
}

/** One student in one class: how the average is made, how it went, and what handing in would do. */
export function studentDetails(
  index: FiguresIndex,
  classId: string,
  studentId: string,
  period: Period,
): StudentDetails | undefined {
  const gradebook = index.gradebook(classId);
  const student = index.world.students.get(studentId);
  if (!gradebook || !student) return undefined;
  const { schoolClass } = gradebook;
  const percent = (average: Average | undefined) =>
    average ? formatPercent(average.shown, schoolClass.decimals) : "no average";
  const { overall, missing } = index.figures(classId, studentId, period);
  const explanation = explain(gradebook, studentId, period, index.today);
  const lifted = handingIn(gradebook, studentId, period, index.today);
  const liftOf = new Map(lifted.assignments.map(({ assignment, after }) => [assignment.id, after]));
  return {
    name: fullName(student),
    overall: percent(overall),
    change: changeWords(index, classId, studentId, period),
    handingIn:
      missing.length > 0 && lifted.after
        ? `${percent(lifted.now)} now; about ${percent(lifted.after)} with ${missing.length === 1 ? "this one" : `these ${missing.length}`} handed in`
        : "",
    missing: missing.map((one) => ({
      words: missingAssignmentWords(one),
      lifts: liftOf.get(one.assignment.id) ? `alone: ${percent(liftOf.get(one.assignment.id))}` : "",
    })),
    trend: trend(gradebook, studentId, period, index.today).map(({ day, average }) => ({
      day,
      label: formatDay(day, "short"),
      shown: average?.shown,
    })),
    method: METHOD_WORDS[explanation.method],
    terms: explanation.terms.map(({ termId, weight, average }) => ({
      name: periodName(termId, [...index.world.terms.values()]) ?? termId,
      average: percent(average),
      weight,
    })),
    categories: explanation.categories.map(({ category, average, earned, possible, share, scores }) => ({
      name: category.name,
      average: average ? percent(average) : "none",
      sum: `${rounded(earned)} of ${rounded(possible)}`,
      share: share === undefined ? "no part of it" : `makes ${rounded(share)} % of it`,
      scores: scores.map(scoreLine),
    })),
  };
}

/** How far one looks back where nothing was ever written about a student. */
const LOOK_BACK = { kind: "days", days: 28 } as const;

/** How the overall average moved since the last note, or over the last weeks where there was none. */
function changeWords(index: FiguresIndex, classId: string, studentId: string, period: Period): string {
  const since = index.lastWritten(studentId) ? ({ kind: "last note" } as const) : LOOK_BACK;
  const { average: before, moment } = earlierAverage(index, { classId, studentId }, period, since);
  const now = index.figures(classId, studentId, period).overall;
  const decimals = index.world.classes.get(classId)?.decimals ?? 0;
  if (!now || !before || moment === undefined) return "";
  const day = `on ${formatDay(dayOfInstant(moment))}${since.kind === "last note" ? ", the last note" : ""}`;
  const change = averageChange(now, before);
  if (change === 0) return `as it was ${day}`;
  return `${change > 0 ? "up" : "down"} ${Math.abs(change)} from ${formatPercent(before.shown, decimals)} ${day}`;
}

const METHOD_WORDS = {
  points: "All points earned over all points possible.",
  weighted: "The mean of the categories by weight, over those that have an average.",
  "mean of terms": "The mean of the terms that have an average, by their weights.",
} as const;

const OUT: readonly Treatment[] = [
  "dropped",
  "excused",
  "pending",
  "blank",
  "no points yet",
  "0 points possible",
  "missing, left out by the class’s rule",
];

function scoreLine({ assignment, score, treatment, earned, possible }: ExplainedScore) {
  const isOut = OUT.includes(treatment);
  const counts = earned === undefined ? treatment : `${rounded(earned)} of ${rounded(possible ?? 0)}`;
  return {
    title: assignment.title,
    score: formatScore(score) || "blank",
    counts: treatment === "counts" || earned === undefined ? counts : `${counts}, ${treatment}`,
    isOut,
  };
}

/** Sums of points with no more digits than a reader needs. */
function rounded(value: number): string {
  return String(Math.round(value * 100) / 100);
}
