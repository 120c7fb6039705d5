import { ownValueText } from "../model/extraColumn";
import { fullName } from "../model/student";
import type { World } from "../model/world";
import { openQuestions } from "../tables/openQuestions";
import type { BringInPlan } from "../tables/planBringIn";

/** Everything that a plan would write, by what it is of. */
export function writtenByPlan({ after }: BringInPlan, before: World): Map<string, string> {
  const all = new Map<string, string>();
  for (const [id, { scores, classId }] of after.scoreColumns) {
    const { title, pointsPossible } = after.assignments.get(id) ?? { title: "?", pointsPossible: 0 };
    for (const [studentId, { points, status }] of Object.entries(scores))
      all.set(
        `score ${classId}/${title}/${pointsPossible}/${studentId}`,
        points === undefined ? status : String(points),
      );
  }
  for (const { classId, categoryId, percents } of after.averageColumns.values()) {
    const name = after.classes.get(classId)?.categories.find(({ id }) => id === categoryId)?.name ?? categoryId;
    for (const [studentId, percent] of Object.entries(percents))
      all.set(`average ${classId}/${name}/${studentId}`, String(percent));
  }
  for (const student of after.students.values()) {
    if (!before.students.has(student.id)) {
      const classes = [...after.classes.values()].filter(({ studentIds }) => studentIds.includes(student.id));
      all.set(`student ${student.studentNumber}`, `${fullName(student)} in ${classes.map(({ id }) => id).join(", ")}`);
    } else if (fullName(student) !== fullName(before.students.get(student.id) ?? student))
      all.set(`renamed ${student.id}`, fullName(student));
    for (const { guardianId } of student.guardians) {
      const guardian = after.guardians.get(guardianId);
      if (guardian && JSON.stringify(guardian) !== JSON.stringify(before.guardians.get(guardianId)))
        all.set(`guardian ${student.id}/${fullName(guardian)}`, guardian.addresses.join(", "));
      if (guardian && guardian.confirmation !== (before.guardians.get(guardianId)?.confirmation ?? "not asked"))
        all.set(`guardian ${student.id}/${fullName(guardian)} may be written to`, guardian.confirmation);
    }
  }
  for (const { name, classId, values } of after.ownColumns.values())
    for (const [studentId, value] of Object.entries(values))
      all.set(`own ${name}/${classId}/${studentId}`, ownValueText(value));
  for (const { id, studentIds } of after.classes.values())
    for (const studentId of studentIds)
      if (
        before.classes.has(id) &&
        before.students.has(studentId) &&
        !before.classes.get(id)?.studentIds.includes(studentId)
      )
        all.set(`enrolled ${id}/${studentId}`, "yes");
  return all;
}

/** Whether a plan says anything of what it does not take: a question, a row or a column that is named. */
export function saysSomething(plan: BringInPlan): boolean {
  const { tables, columns, points, marks, rows } = openQuestions(plan);
  const named = plan.tables.some(
    ({ read, joined, scores, averages, ownColumns, rows: all, isHeld }) =>
      isHeld ||
      read.kind === "not used" ||
      joined.leftOut.length > 0 ||
      all.some(({ state }) => state === "asked") ||
      read.meanings.some(({ role }) => role === "not used") ||
      (scores?.doubled.length ?? 0) +
        (scores?.unplaced.length ?? 0) +
        (scores?.clashing.length ?? 0) +
        (scores?.refusedCells.length ?? 0) >
        0 ||
      (averages?.doubled.length ?? 0) + (averages?.unreadable.length ?? 0) > 0 ||
      (ownColumns?.doubled.length ?? 0) + (ownColumns?.unreadable.length ?? 0) > 0,
  );
  return named || tables.length + columns.length + points.length + marks.length + rows.length > 0;
}
