import { counted } from "../words";
import { type NotePlan, readersOf } from "./planNote";

/** The counts of the sentence under a note. */
export interface PlanCounts {
  readonly letters: number;
  readonly guardians: number;
  readonly studentsWrittenTo: number;
  readonly students: number;
  readonly classes: number;
}

/** How many letters, people, students and classes a plan comes to. */
export function planCounts(plan: Pick<NotePlan, "letters">): PlanCounts {
  const distinct = (values: Iterable<string>) => new Set(values).size;
  const recipients = (kind: "guardian" | "student") =>
    distinct(plan.letters.flatMap((letter) => readersOf(letter).flatMap((one) => (one.kind === kind ? [one.id] : []))));
  return {
    letters: plan.letters.length,
    guardians: recipients("guardian"),
    studentsWrittenTo: recipients("student"),
    students: distinct(plan.letters.flatMap(({ matches }) => matches.map(({ studentId }) => studentId))),
    classes: distinct(plan.letters.flatMap(({ matches }) => matches.map(({ classId }) => classId))),
  };
}

/** "36 letters to 34 guardians of 21 students, in 4 classes." */
export function countsSentence(counts: PlanCounts): string {
  if (counts.letters === 0) return "No letters yet.";
  const students = counted(counts.students, "student");
  const inClasses = `in ${counted(counts.classes, "class", "classes")}.`;
  const letters = counted(counts.letters, "letter");
  if (counts.guardians === 0) return `${letters} to ${students}, ${inClasses}`;
  const guardians = counted(counts.guardians, "guardian");
  const andStudents = counts.studentsWrittenTo > 0 ? ` and to ${counted(counts.studentsWrittenTo, "student")}` : "";
  return `${letters} to ${guardians} of ${students}${andStudents}, ${inClasses}`;
}
