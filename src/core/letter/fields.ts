import type { Average } from "../figures/average";
import { gradeLabel } from "../figures/gradeLabel";
import { formatPercent } from "../figures/rounding";
import { formatDay } from "../model/day";
import { firstName, fullName } from "../model/student";
import { counted } from "../words";
import type { LetterContext } from "./letterContext";

/** A value that can be placed in a letter. */
export interface Field {
  readonly id: string;
  readonly group: "Student" | "Recipient" | "Class" | "Figures" | "Teacher";
  readonly label: string;
  /** The value as a family reads it; empty where there is none. */
  readonly value: (context: LetterContext) => string;
}

const FIELDS: readonly Field[] = [
  { id: "student.firstName", group: "Student", label: "First name", value: ({ student }) => firstName(student) },
  { id: "student.fullName", group: "Student", label: "Full name", value: ({ student }) => fullName(student) },
  { id: "recipient.name", group: "Recipient", label: "Recipient’s name", value: ({ recipientName }) => recipientName },
  { id: "class.name", group: "Class", label: "Class", value: ({ schoolClass }) => schoolClass.name },
  { id: "class.block", group: "Class", label: "Block", value: ({ schoolClass }) => schoolClass.block },
  { id: "term.name", group: "Class", label: "Term", value: ({ periodName }) => periodName },
  {
    id: "overall",
    group: "Figures",
    label: "Overall average",
    value: (context) => averageText(context, context.figures.overall),
  },
  {
    id: "letterGrade",
    group: "Figures",
    label: "Letter grade",
    value: ({ figures, gradeScale }) => (figures.overall && gradeLabel(gradeScale, figures.overall.shown)) ?? "",
  },
  {
    id: "missing.count",
    group: "Figures",
    label: "Missing pieces",
    value: ({ figures }) => counted(figures.missing.length, "missing piece"),
  },
  { id: "teacher.name", group: "Teacher", label: "My name", value: ({ teacherName }) => teacherName },
  { id: "school.name", group: "Teacher", label: "School", value: ({ schoolName }) => schoolName },
  { id: "today", group: "Teacher", label: "Date", value: ({ today }) => formatDay(today) },
];

const CATEGORY_PREFIX = "category.";
const byId = new Map(FIELDS.map((field) => [field.id, field]));

/** The fields on offer: those of every letter, and one for each category name of the classes. */
export function fieldsFor(categoryNames: readonly string[]): readonly Field[] {
  return [...FIELDS, ...categoryNames.map(categoryField)];
}

/** A field by its id, or none when there is no such field. */
export function fieldById(id: string): Field | undefined {
  return id.startsWith(CATEGORY_PREFIX) ? categoryField(id.slice(CATEGORY_PREFIX.length)) : byId.get(id);
}

/** Classes name their categories alike, so that one letter serves them all; a class without the category has no value. */
function categoryField(name: string): Field {
  return {
    id: `${CATEGORY_PREFIX}${name}`,
    group: "Figures",
    label: `${name} average`,
    value: (context) => {
      const place = context.schoolClass.categories.findIndex((category) => category.name === name);
      return averageText(context, context.figures.categoryAverages[place]);
    },
  };
}

function averageText({ schoolClass }: LetterContext, average: Average | undefined): string {
  return average ? formatPercent(average.shown, schoolClass.decimals) : "";
}
