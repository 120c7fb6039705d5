import { MS_PER_DAY } from "../../model/day";
import type { WrittenAbout } from "../../model/noteKind";
import { hadIt } from "../../model/whoHadIt";
import { someNames } from "../reading/someNames";
import type { FindingDetails, NoteScene } from "./findingKind";

/** Within how many days the same again needs a word. */
const REPEAT_DAYS = 7;

/** The students about whom a recipient had something of a kind in the last days. */
export function writtenLately(
  { index, note, plan, now }: NoteScene,
  isSame: (written: WrittenAbout) => boolean,
): Partial<FindingDetails>[] {
  const since = now - REPEAT_DAYS * MS_PER_DAY;
  const matches = plan.letters.flatMap(({ matches: about, recipient }) =>
    about.filter(({ studentId }) =>
      index.writtenAbout(studentId).some((one) => one.at > since && hadIt(one, recipient) && isSame(one)),
    ),
  );
  if (matches.length === 0) return [];
  const students = new Set(matches.map(({ studentId }) => studentId)).size;
  return [{ numbers: { students, days: REPEAT_DAYS }, quotes: [note.kind, ...someNames(index, matches)] }];
}
