import type { Day } from "../../model/day";
import { extraColumnsOf } from "../../model/extraColumn";
import { classLabel } from "../../model/schoolClass";
import { shownCategories } from "../../model/shownCategories";
import { firstName, fullName, nameAmongNamesakes } from "../../model/student";
import { titleKey } from "../../model/titleKey";
import type { World } from "../../model/world";
import { ASSIGNMENT_FIELD_KINDS, type AssignmentFieldKind, assignmentField } from "./assignmentField";
import {
  CRITERION_FIELD_KINDS,
  type CriterionFieldKind,
  type CriterionName,
  criterionField,
  criterionFrom,
  criterionKey,
} from "./criterionField";
import { type Field, textField } from "./field";
import { categoryField, FIGURE_FIELDS, statementField } from "./figureFields";
import { ownField, ownFields } from "./ownField";

const FIELDS: readonly Field[] = [
  textField(
    "student.firstName",
    "Student",
    "First name",
    "What the student is called; the preferred name where there is one, and the full one beside a namesake",
    ({ student, hasNamesake }) => (hasNamesake ? nameAmongNamesakes(student) : firstName(student)),
  ),
  textField("student.fullName", "Student", "Full name", "Given name and family name", ({ student }) =>
    fullName(student),
  ),
  textField(
    "student.familyName",
    "Student",
    "Family name",
    "The family name alone",
    ({ student }) => student.familyName,
  ),
  textField(
    "student.number",
    "Student",
    "Student number",
    "The number the school knows the student by",
    ({ student }) => student.studentNumber,
  ),
  {
    id: "student.birthday",
    group: "Student",
    label: "Birthday",
    about: "The day, with the year",
    kind: "day",
    value: ({ student }) => (student.birthday ? { kind: "day", day: student.birthday } : undefined),
  },
  {
    id: "student.tags",
    group: "Student",
    label: "Group tags",
    about: "The groups that you gave the student",
    kind: "list",
    value: ({ student }) => (student.tags.length > 0 ? { kind: "list", items: student.tags } : undefined),
  },
  textField(
    "recipient.name",
    "Recipient",
    "Recipient’s name",
    "Whoever gets this letter, by full name; several who share a mailbox are named together",
    ({ recipient }) => recipient.name,
  ),
  textField(
    "recipient.givenName",
    "Recipient",
    "Recipient’s first name",
    "The first name of whoever gets this letter",
    ({ recipient }) => recipient.givenName,
  ),
  textField(
    "recipient.familyName",
    "Recipient",
    "Recipient’s family name",
    "The family name of whoever gets this letter",
    ({ recipient }) => recipient.familyName,
  ),
  textField(
    "recipient.relation",
    "Recipient",
    "Relation to the student",
    "Such as mother, or grandparent",
    ({ recipient }) => recipient.relation,
  ),
  textField(
    "class.name",
    "Class",
    "Class",
    "The name of the class, without its block",
    ({ schoolClass }) => schoolClass.name,
  ),
  textField("class.label", "Class", "Class with its block", "The name of the class with its block", ({ schoolClass }) =>
    classLabel(schoolClass),
  ),
  textField("class.block", "Class", "Block", "The block alone", ({ schoolClass }) => schoolClass.block),
  textField("term.name", "Class", "Term", "The term that the note is about", ({ periodName }) => periodName),
  {
    id: "fitting.titles",
    group: "Class",
    label: "Assignments that fit the selection",
    about: "The assignments for which the student was selected",
    kind: "list",
    value: ({ fitting }) => (fitting.length > 0 ? { kind: "list", items: [...fitting] } : undefined),
  },
  ...FIGURE_FIELDS,
  textField("teacher.name", "Teacher", "My name", "Your name, from Settings", ({ settings }) => settings.teacherName),
  textField(
    "teacher.address",
    "Teacher",
    "My address",
    "Your address, from Settings",
    ({ settings }) => settings.teacherAddress,
  ),
  textField("school.name", "Teacher", "School", "Your school, from Settings", ({ settings }) => settings.schoolName),
  {
    id: "today",
    group: "Teacher",
    label: "Date",
    about: "The day on which the letter is made",
    kind: "day",
    value: ({ today }) => ({ kind: "day", day: today }),
  },
];

const byId = new Map(FIELDS.map((field) => [field.id, field]));

/** What a field speaks of that may go: a category, a statement, an assignment. Their names are in the id. */
type NamedSource =
  | { kind: "category" | "statement" | "own"; name: string }
  | { kind: "assignment"; of: AssignmentFieldKind; name: string }
  | { kind: "criterion"; of: CriterionFieldKind; name: string; criterion: CriterionName };

/** What a field speaks of by its name; none where it is in every gradebook, or is no field. */
export function sourceOf(id: string): NamedSource | undefined {
  const [kind = "", ...rest] = id.split(".");
  if (kind === "category" || kind === "statement" || kind === "own") return { kind, name: rest.join(".") };
  if (kind === "criterion") {
    const of = CRITERION_FIELD_KINDS.find((one) => one === rest[0]);
    const criterion = criterionFrom(rest.slice(1).join("."));
    return of && criterion ? { kind, of, name: criterion.assignment, criterion } : undefined;
  }
  const of = ASSIGNMENT_FIELD_KINDS.find((one) => one === rest[0]);
  return kind === "assignment" && of ? { kind, of, name: rest.slice(1).join(".") } : undefined;
}

/** A field by its id, or none when there is no such field. Whether what it speaks of is still there, `hasSource` tells. */
export function fieldById(id: string): Field | undefined {
  const source = sourceOf(id);
  if (!source) return byId.get(id);
  switch (source.kind) {
    case "category":
      return categoryField(id, source.name);
    case "own":
      return ownField(id, source.name);
    case "statement":
      return statementField(id, source.name);
    case "criterion":
      return criterionField(id, source.of, source.criterion);
    case "assignment":
      return assignmentField(id, source.of, source.name);
  }
}

/** Whether what a field speaks of is there in any class. */
export function hasSource(id: string, world: World): boolean {
  const source = sourceOf(id);
  if (!source) return byId.has(id);
  const isIt = (name: string) => titleKey(name) === titleKey(source.name);
  switch (source.kind) {
    case "category":
      return [...world.classes.values()].some(({ categories }) => categories.some(({ name }) => isIt(name)));
    case "own":
      return extraColumnsOf(world.ownColumns).has(source.name);
    case "statement":
      return [...world.statements.values()].some(({ name }) => name === source.name);
    case "assignment":
      return [...world.assignments.values()].some(({ title }) => isIt(title));
    case "criterion": {
      const wanted = titleKey(source.criterion.criterion);
      return [...world.assignments.values()].some(
        ({ title, rubric = [] }) => isIt(title) && rubric.some(({ name }) => titleKey(name) === wanted),
      );
    }
  }
}

/**
 * The fields on offer: those of every letter, one for each extra column, category, statement and, in a term or the whole year
 * (`isIn` says which work that is), assignment; names that classes share are offered once. Work comes in the order that letters
 * speak of it: what is past due, the latest first, then what is to come.
 */
export function fieldsFor(world: World, isIn: (termId: string) => boolean, today: Day): Field[] {
  const distinct = (names: Iterable<string>) => [...new Map([...names].map((name) => [titleKey(name), name])).values()];
  const categories = distinct(
    [...world.classes.values()].flatMap((one) => shownCategories(one, world).map(({ name }) => name)),
  );
  const work = [...world.assignments.values()].filter(({ termId }) => isIn(termId));
  const day = ({ dueDate = "" }: { readonly dueDate?: Day | undefined }) => dueDate;
  const inOrder = [
    ...work.filter((one) => day(one) && day(one) <= today).sort((a, b) => day(b).localeCompare(day(a))),
    ...work.filter((one) => day(one) > today).sort((a, b) => day(a).localeCompare(day(b))),
    ...work.filter((one) => !day(one)),
  ];
  const titles = distinct(inOrder.map(({ title }) => title));
  const criteria = distinct(
    inOrder.flatMap(({ title, rubric = [] }) =>
      rubric.map(({ name }) => criterionKey({ assignment: title, criterion: name })),
    ),
  );
  const withStatement = new Set(inOrder.flatMap(({ title, statementId }) => (statementId ? titleKey(title) : [])));
  const offered = (kind: AssignmentFieldKind, title: string) =>
    kind !== "statement" || withStatement.has(titleKey(title));
  const ids = [
    ...categories.map((name) => `category.${name}`),
    ...[...world.statements.values()].map(({ name }) => `statement.${name}`),
    ...titles.flatMap((title) =>
      ASSIGNMENT_FIELD_KINDS.flatMap((kind) => (offered(kind, title) ? `assignment.${kind}.${title}` : [])),
    ),
    ...criteria.flatMap((key) => CRITERION_FIELD_KINDS.map((kind) => `criterion.${kind}.${key}`)),
  ];
  return [...FIELDS, ...ownFields(world), ...ids.flatMap((id) => fieldById(id) ?? [])];
}
