import type { FiguresIndex } from "../figures/figuresIndex";
import type { Note } from "../model/note";
import { SETTINGS_ID } from "../model/settings";
import { periodName } from "../model/term";
import type { PlannedLetter } from "../selection/planNote";
import { compileLetter, type RenderedLetter } from "./compileLetter";
import type { LetterContext } from "./letterContext";

/** What one planned letter can speak of. Its student and class must exist. */
export function letterContext(
  index: FiguresIndex,
  note: Pick<Note, "selection">,
  { match, recipient }: PlannedLetter,
): LetterContext {
  const { world } = index;
  const student = world.students.get(match.studentId);
  const schoolClass = world.classes.get(match.classId);
  if (!student || !schoolClass) throw new Error("A planned letter names a student or a class that is not there.");
  const settings = world.settings.get(SETTINGS_ID);
  return {
    student,
    recipientName: recipient.name,
    schoolClass,
    periodName: periodName(note.selection.period, [...world.terms.values()]) ?? "",
    figures: index.figures(match.classId, match.studentId, note.selection.period),
    gradeScale: world.gradeScales.get(schoolClass.gradeScaleId),
    teacherName: settings?.teacherName ?? "",
    schoolName: settings?.schoolName ?? "",
    today: index.today,
  };
}

/** All letters of a note, one at a time, in the order of the plan. */
export function* noteLetters(
  index: FiguresIndex,
  note: Note,
  planned: readonly PlannedLetter[],
): Generator<{ planned: PlannedLetter; rendered: RenderedLetter }> {
  const render = compileLetter(note);
  for (const one of planned) yield { planned: one, rendered: render(letterContext(index, note, one)) };
}
