import type { FiguresIndex } from "../../figures/figuresIndex";
import type { WrittenMark } from "../../model/noteKind";
import { shortHash } from "../../model/shortHash";
import { hadIt, marksOf } from "../../model/whoHadIt";
import type { PlannedLetter } from "../../selection/planNote";
import { assignmentsNamed } from "../../selection/withoutAssignments";
import { contentFingerprint } from "./contentFingerprint";

/** Enough of a name to tell a few hundred things apart. */
const SHORT = 8;
const shortNames = (told: readonly string[]): string[] => [
  ...new Set(told.map((name) => shortHash(name).slice(0, SHORT))),
];

/**
 * What a letter is remembered by, for each student that it is about: what was so of them, the assignments that it was about,
 * and what it told, where `told` names it.
 */
export function letterMarks(
  index: FiguresIndex,
  { matches }: PlannedLetter,
  told?: readonly string[],
): Record<string, WrittenMark> {
  const marks: Record<string, WrittenMark> = {};
  for (const { studentId } of matches) {
    const own = matches.filter((match) => match.studentId === studentId);
    marks[studentId] = {
      said: Object.fromEntries(own.map((match) => [match.classId, contentFingerprint(index, match)])),
      assignmentIds: assignmentsNamed(own),
      ...(told && { told: shortNames(told) }),
    };
  }
  return marks;
}

/** Whether a letter tells anything that its reader was not told in the last one of the note. */
export function tellsNews(
  index: FiguresIndex,
  noteId: string,
  { matches, recipient }: PlannedLetter,
  told: readonly string[],
): boolean {
  const before = [...new Set(matches.map(({ studentId }) => studentId))].flatMap((studentId) => {
    const last = index.writtenAbout(studentId).findLast((one) => one.noteId === noteId && hadIt(one, recipient));
    return last ? marksOf(last, recipient).flatMap((mark) => mark.told ?? []) : [];
  });
  const known = new Set(before);
  return shortNames(told).some((name) => !known.has(name));
}
