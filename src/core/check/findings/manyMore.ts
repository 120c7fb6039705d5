import type { FindingKind } from "./findingKind";
import { studentsOf } from "./wording";

/** So many times the people of the last round, and so many more, are many. */
const MANY_TIMES = 2;
const MANY = 10;

export const manyMore: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `${studentsOf(details)}, and only ${details.numbers.before} the last time`,
    mend: "Many more than this note’s last round. See whether the conditions are those you mean.",
  }),
  inNote: ({ index, note, plan }) => {
    if (plan.letters.length === 0) return [];
    const byRound = new Map<number, Set<string>>();
    for (const studentId of index.world.students.keys()) {
      for (const { noteId, at, onPaper } of index.writtenAbout(studentId)) {
        if (noteId === note.id && !onPaper) byRound.set(at, (byRound.get(at) ?? new Set()).add(studentId));
      }
    }
    const last = byRound.get(Math.max(...byRound.keys()));
    const students = new Set(plan.letters.flatMap(({ matches }) => matches.map(({ studentId }) => studentId))).size;
    if (!last || students <= last.size * MANY_TIMES || students < last.size + MANY) return [];
    return [{ numbers: { students, before: last.size } }];
  },
};
