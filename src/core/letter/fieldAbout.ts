import { ownValue } from "../model/ownValue";

/** What a field says of itself, by its id. Fields that are made by name go by what stands before the name. */
const ABOUT: Readonly<Record<string, string>> = {
  "student.firstName": "What the student is called; the preferred name where there is one",
  "student.fullName": "Given name and family name",
  "student.familyName": "The family name alone",
  "student.number": "The number the school knows the student by",
  "student.birthday": "The day, with the year",
  "student.tags": "The groups that you gave the student",
  "recipient.name": "Whoever gets this letter, by full name; several who share a mailbox are named together",
  "recipient.givenName": "The first name of whoever gets this letter",
  "recipient.familyName": "The family name of whoever gets this letter",
  "recipient.relation": "Such as mother, or grandparent",
  "class.name": "The name of the class, without its block",
  "class.label": "The name of the class with its block",
  "class.block": "The block alone",
  "term.name": "The term that the note is about",
  "fitting.titles": "The assignments for which the student was selected",
  overall: "The average of all that counts, rounded as the class says",
  "overall.points": "Points earned of points possible, where the average is made of points alone",
  gradeLabel: "The letter grade of the overall average, by the scale of the class",
  "missing.count": "How many assignments are missing by today",
  "missing.list": "The titles of what is missing by today",
  "late.count": "How many assignments came late",
  "excused.count": "How many assignments the student was excused from",
  "unmarked.count": "How many assignments fell due and have no score yet",
  "change.lastNote": "How the average moved since you last wrote about the student",
  "change.lately": "How the average moved in the last four weeks",
  "handingIn.after": "What the average would be with all missing work handed in at the student’s own level",
  "handingIn.best": "The missing assignment that would lift the average most",
  "class.median": "The average in the middle of the class",
  "class.mean": "The mean of the averages of the class",
  "class.highest": "The highest average of the class",
  "class.lowest": "The lowest average of the class",
  "teacher.name": "Your name, from Settings",
  "teacher.address": "Your address, from Settings",
  "school.name": "Your school, from Settings",
  today: "The day on which the letter is made",
  category: "The average of this category",
  "assignment.score": "The score of this assignment, or how it stands",
  "assignment.status": "How this assignment stands: missing, late, excused, handed in",
  "assignment.statement": "The statement for the range of this assignment’s total",
  criterion: "How the student stands on this criterion of the rubric",
  "assignment.comment": "Your comment on this assignment",
  "assignment.due": "The day on which this assignment falls due",
  own: "Your own column of this name",
  statement: "Your statement for the range that the average lies in",
};

/** A field in a few words, for whoever looks at it before placing it; empty where its name says it all. */
export function fieldAbout(id: string): string {
  const parts = id.split(".");
  for (let count = parts.length; count > 0; count -= 1) {
    const about = ownValue(ABOUT, parts.slice(0, count).join("."));
    if (about !== undefined) return about;
  }
  return "";
}
