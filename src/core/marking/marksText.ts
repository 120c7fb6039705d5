import Papa from "papaparse";
import type { Assignment } from "../model/assignment";
import { levelOf, pointsOf } from "../model/criterion";
import { formatScore, type Score } from "../model/score";
import { fullName, type Student } from "../model/student";

/**
 * The marks of an assignment as a table for a spreadsheet (tab-separated), with headings: number, name, a column for each
 * criterion, the comment, the score. Pasted back it marks the same.
 */
export function marksText(
  { rubric = [] }: Pick<Assignment, "rubric">,
  students: readonly Student[],
  scoreOf: (studentId: string) => Score | undefined,
): string {
  const rows = students.map((student) => {
    const score = scoreOf(student.id);
    const marks = rubric.map((one) => levelOf(one, score?.levels)?.label ?? pointsOf(one, score?.levels) ?? "");
    return [student.studentNumber, fullName(student), ...marks, score?.comment ?? "", formatScore(score)];
  });
  const head = ["Number", "Student", ...rubric.map(({ name }) => name), "Comment", "Score"];
  return Papa.unparse([head, ...rows], { delimiter: "\t", newline: "\n" });
}
