import { markingState } from "../../figures/markScore";
import { titleKey } from "../../model/titleKey";
import { counted, fewOf, listed } from "../../words";
import { sourcesOf } from "../reading/namedSources";
import type { FindingKind } from "./findingKind";
import { classesOf, studentName } from "./gradebookNames";

/** Work that a note speaks of, and of which a student is marked by part of its rubric alone. */
export const halfMarked: FindingKind = {
  severity: "caution",
  words: ({ numbers, quotes: [title = "", ...names] }) => ({
    title: `The marking of “${title}” is half done for ${counted(numbers.students ?? 0, "student")}: ${listed(names)}`,
    mend: "Families would take the part for the whole. Finish the marking, or leave these students out.",
  }),
  inNote: ({ index, note, plan }) => {
    const titles = new Set(
      sourcesOf(note).flatMap(({ kind, name, by }) =>
        (kind === "assignment" || kind === "criterion") && by !== "condition" ? [titleKey(name)] : [],
      ),
    );
    if (titles.size === 0) return [];
    const work = new Map(
      classesOf(plan).map((classId) => {
        const { assignments = [] } = index.gradebook(classId) ?? {};
        return [
          classId,
          assignments.filter(({ title, rubric = [] }) => rubric.length > 0 && titles.has(titleKey(title))),
        ];
      }),
    );
    const half = new Map<string, Set<string>>();
    for (const { classId, studentId } of plan.letters.flatMap(({ matches }) => matches)) {
      for (const assignment of work.get(classId) ?? []) {
        const score = index.world.scoreColumns.get(assignment.id)?.scores[studentId];
        if (score?.levels && markingState(score, assignment) === "half done")
          half.set(assignment.title, (half.get(assignment.title) ?? new Set()).add(studentName(index, studentId)));
      }
    }
    return [...half].map(([title, names]) => ({
      path: { word: title },
      numbers: { students: names.size },
      quotes: [title, ...fewOf([...names])],
    }));
  },
};
