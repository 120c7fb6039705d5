import { titleKey } from "../../model/titleKey";
import { fewOf, listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { className, studentName } from "./gradebookNames";

/** Somebody who is in two blocks of one course has hardly two of it: a move left the old one behind. */
export const inTwoBlocks: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `In two blocks of one course: ${listed(quotes)}`,
    mend: "After a move the old block may have been left behind. Take it away in Families, where it is so.",
  }),
  inNote: ({ index, plan }) => {
    const byStudent = new Map<string, Set<string>>();
    for (const { matches } of plan.letters)
      for (const { studentId, classId } of matches)
        byStudent.set(studentId, (byStudent.get(studentId) ?? new Set()).add(classId));
    const both = [...byStudent].flatMap(([studentId, classIds]) => {
      const byCourse = new Map<string, string[]>();
      for (const classId of classIds) {
        const course = titleKey(index.world.classes.get(classId)?.name ?? "");
        byCourse.set(course, [...(byCourse.get(course) ?? []), className(index, classId)]);
      }
      return [...byCourse.values()].flatMap((labels) =>
        labels.length > 1 ? [`${studentName(index, studentId)} (${labels.join("; ")})`] : [],
      );
    });
    return both.length > 0 ? [{ numbers: { students: both.length }, quotes: fewOf(both) }] : [];
  },
};
