import type { Average } from "../../figures/average";
import { averageChange } from "../../figures/averageChange";
import { type ClassStatistics, classStatistics } from "../../figures/classStatistics";
import type { Fraction } from "../../figures/fraction";
import { gradeLabel, statementText } from "../../figures/gradeLabel";
import { handingIn } from "../../figures/handingIn";
import { isWorkKnown } from "../../figures/isWorkKnown";
import { unitsToPoints } from "../../figures/pointsToUnits";
import { roundFraction } from "../../figures/roundFraction";
import { type ClassGradebook, positionIn } from "../../figures/studentFigures";
import type { Counted } from "../../language/letterWords";
import { wordsIn } from "../../languages/productLanguages";
import type { Since } from "../../model/condition";
import { WHOLE_YEAR } from "../../model/term";
import { titleKey } from "../../model/titleKey";
import { earlierAverage } from "../../selection/conditions/earlierAverage";
import { type Field, textField } from "./field";
import type { FieldValue } from "./fieldValue";
import type { LetterContext } from "./letterContext";
import { missingTitle } from "./missingWords";
import { writingIn } from "./writingIn";

/** How far back "lately" reaches, in days. */
const LATELY_DAYS = 28;

/** Fields of figures that every gradebook has. Those of categories and statements are made by name. */
export const FIGURE_FIELDS: readonly Field[] = [
  percentField(
    "overall",
    "Overall average",
    "The average of all that counts, rounded as the class says",
    ({ figures }) => figures.overall,
  ),
  // Where categories have weights, or the average came from elsewhere, points added up are not what it is made of.
  textField(
    "overall.points",
    "Figures",
    "Points, earned of possible",
    "Points earned of points possible, where the average is made of points alone",
    (context) => {
      const { index, gradebook, student, period, figures, language, schoolClass } = context;
      const isYearOfTerms = period === WHOLE_YEAR && schoolClass.year === "mean of terms";
      if (!figures.overall || figures.overall.imported || schoolClass.method !== "points" || isYearOfTerms)
        return undefined;
      const { categories } = positionIn(gradebook, student.id, period, index.today);
      const sum = (of: "earned" | "possible") => unitsToPoints(categories.reduce((total, one) => total + one[of], 0));
      const { number } = writingIn(language);
      return wordsIn(language).of(number(sum("earned")), number(sum("possible")));
    },
  ),
  textField(
    "gradeLabel",
    "Figures",
    "Letter grade",
    "The letter grade of the overall average, by the scale of the class",
    (context) => gradeLabelOf(context, context.figures.overall?.shown),
  ),
  countField(
    "missing.count",
    "Missing assignments",
    "How many assignments are missing by today",
    "missing",
    ({ figures, gradebook, period, student }) =>
      isWorkKnown(gradebook, period, student.id, figures) ? figures.missing.length : undefined,
  ),
  {
    id: "missing.list",
    group: "Figures",
    label: "Titles of missing work",
    about: "The titles of what is missing by today",
    kind: "list",
    value: ({ figures, language }) => {
      const items = figures.missing.map((one) => missingTitle(one, language));
      return items.length > 0 ? { kind: "list", items } : undefined;
    },
  },
  countField(
    "late.count",
    "Late assignments",
    "How many assignments came late",
    "late",
    ({ figures }) => figures.counts.late,
  ),
  countField(
    "excused.count",
    "Excused assignments",
    "How many assignments the student was excused from",
    "excused",
    ({ figures }) => figures.counts.excused,
  ),
  countField(
    "unmarked.count",
    "Unmarked assignments",
    "How many assignments fell due and have no score yet",
    "unmarked",
    ({ figures }) => figures.counts.unmarked,
  ),
  changeField(
    "change.lastNote",
    "Change since the last note",
    "How the average moved since you last wrote about the student",
    { kind: "last note" },
  ),
  changeField("change.lately", `Change in ${LATELY_DAYS} days`, "How the average moved in the last four weeks", {
    kind: "days",
    days: LATELY_DAYS,
  }),
  percentField(
    "handingIn.after",
    "Average with missing work handed in",
    "What the average would be with all missing work handed in at the student’s own level",
    (context) => (context.figures.missing.length > 0 ? handedIn(context).after : undefined),
  ),
  textField(
    "handingIn.best",
    "Figures",
    "Missing assignment that would lift most",
    "The missing assignment that would lift the average most",
    (context) => (context.figures.missing.length > 0 ? handedIn(context).assignments[0]?.assignment.title : undefined),
  ),
  statisticField(
    "class.median",
    "Median of the class",
    "The average in the middle of the class",
    ({ median }) => median,
  ),
  statisticField("class.mean", "Mean of the class", "The mean of the averages of the class", ({ mean }) => mean),
  statisticField("class.highest", "Highest of the class", "The highest average of the class", ({ maximum }) => maximum),
  statisticField("class.lowest", "Lowest of the class", "The lowest average of the class", ({ minimum }) => minimum),
];

/** Classes name their categories alike, so that one letter serves them all; a class without the category has no value. */
export function categoryField(id: string, name: string): Field {
  return percentField(id, `${name} average`, "The average of this category", ({ schoolClass, figures }) => {
    const place = schoolClass.categories.findIndex((category) => titleKey(category.name) === titleKey(name));
    return figures.categoryAverages[place];
  });
}

/** The words for the range of the overall average; none where there is no average, or no statement of that name. */
export function statementField(id: string, name: string): Field {
  return textField(
    id,
    "Figures",
    name,
    "Your statement for the range that the average lies in",
    ({ index, figures }) => {
      const statement = [...index.world.statements.values()].find((one) => one.name === name);
      return figures.overall && statementText(statement, figures.overall.shown);
    },
  );
}

function percentField(
  id: string,
  label: string,
  about: string,
  average: (context: LetterContext) => Average | undefined,
): Field {
  return {
    id,
    group: "Figures",
    label,
    about,
    kind: "percent",
    value: (context) => {
      const value = average(context);
      return value && percentValue(context, value.exact, value.shown);
    },
  };
}

function percentValue(context: LetterContext, exact: Fraction, shown: number): FieldValue {
  const { decimals } = context.schoolClass;
  return { kind: "percent", exact, shown, decimals, gradeLabel: gradeLabelOf(context, shown) ?? "" };
}

function gradeLabelOf({ gradeScale }: LetterContext, shown: number | undefined): string | undefined {
  return shown === undefined ? undefined : gradeLabel(gradeScale, shown);
}

function countField(
  id: string,
  label: string,
  about: string,
  what: Counted,
  count: (context: LetterContext) => number | undefined,
): Field {
  return {
    id,
    group: "Figures",
    label,
    about,
    kind: "count",
    value: (context) => {
      const counted = count(context);
      return counted === undefined ? undefined : { kind: "count", count: counted, what };
    },
  };
}

/** None where there is no average now, or was none then. */
function changeField(id: string, label: string, about: string, since: Since): Field {
  return {
    id,
    group: "Figures",
    label,
    about,
    kind: "change",
    value: ({ index, schoolClass, student, period, figures }) => {
      const then = earlierAverage(index, { classId: schoolClass.id, studentId: student.id }, period, since).average;
      return figures.overall && then && { kind: "change", points: averageChange(figures.overall, then) };
    },
  };
}

function handedIn({ gradebook, student, period, today }: LetterContext) {
  return handingIn(gradebook, student.id, period, today);
}

const statisticsOf = new WeakMap<ClassGradebook, Map<string, ClassStatistics | undefined>>();

function statisticField(
  id: string,
  label: string,
  about: string,
  of: (statistics: ClassStatistics) => Fraction,
): Field {
  return {
    id,
    group: "Figures",
    label,
    about,
    kind: "percent",
    value: (context) => {
      const statistics = classStatisticsOf(context);
      const exact = statistics && of(statistics);
      return exact && percentValue(context, exact, roundFraction(exact, context.schoolClass.decimals));
    },
  };
}

/** Made once for all letters about a class: its gradebook is another one when a score changes. */
function classStatisticsOf({ index, gradebook, schoolClass, period }: LetterContext): ClassStatistics | undefined {
  const known = statisticsOf.get(gradebook) ?? new Map<string, ClassStatistics | undefined>();
  statisticsOf.set(gradebook, known);
  if (!known.has(period)) {
    const averages = schoolClass.studentIds.map((id) => index.figures(schoolClass.id, id, period).overall);
    known.set(period, classStatistics(averages));
  }
  return known.get(period);
}
