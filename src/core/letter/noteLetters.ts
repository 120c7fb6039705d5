import { classDaysOf } from "../figures/classDays";
import type { FiguresIndex } from "../figures/figuresIndex";
import { wordsClosestTo } from "../language/languageTag";
import type { Note } from "../model/note";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "../model/settings";
import { firstName } from "../model/student";
import { periodName } from "../model/term";
import { hadIt } from "../model/whoHadIt";
import { classRowsOf } from "../selection/conditions/selectionRow";
import { type Match, type PlannedLetter, readersOf } from "../selection/planNote";
import type { Recipient } from "../selection/recipient";
import { compileLetter, type RenderedLetter } from "./compileLetter";
import { isDraft } from "./draftVariant";
import type { LetterContext } from "./fields/letterContext";
import { writingIn } from "./fields/writingIn";

/** What one planned letter can speak of, in a language, for each student and class that it is about. They must exist. */
export function letterContexts(
  index: FiguresIndex,
  note: Pick<Note, "id" | "selection">,
  planned: PlannedLetter,
  language: string,
): [LetterContext, ...LetterContext[]] {
  const readers = readersOf(planned);
  const [first, ...rest] = planned.matches.map((match) =>
    letterContext(index, note, match, readers, language, hasNamesake(index, match, planned.matches)),
  );
  if (!first) throw new Error("A planned letter is about nobody.");
  return [first, ...rest];
}

/** Whether another student of some matches is called the same. */
function hasNamesake({ world: { students } }: FiguresIndex, { studentId }: Match, matches: readonly Match[]): boolean {
  const student = students.get(studentId);
  return matches.some((other) => {
    const another = students.get(other.studentId);
    return other.studentId !== studentId && student && another && firstName(another) === firstName(student);
  });
}

function letterContext(
  index: FiguresIndex,
  note: Pick<Note, "id" | "selection">,
  match: Match,
  readers: readonly Recipient[],
  language: string,
  hasNamesake: boolean,
): LetterContext {
  const { world } = index;
  const student = world.students.get(match.studentId);
  const gradebook = index.gradebook(match.classId);
  if (!student || !gradebook) throw new Error("A planned letter names a student or a class that is not there.");
  const { schoolClass } = gradebook;
  const { period } = note.selection;
  const people = readers.map((one) => (one.kind === "student" ? student : world.guardians.get(one.id)));
  const { list } = writingIn(language);
  const each = (values: readonly string[]) => list([...new Set(values.filter(Boolean))]);
  return {
    index,
    student,
    hasNamesake,
    row: classRowsOf(index, gradebook, period).row(student),
    recipient: {
      name: each(readers.map(({ name }) => name)),
      givenName: each(people.map((one) => one?.givenName ?? "")),
      familyName: each(people.map((one) => one?.familyName ?? "")),
      relation: each(readers.map(({ relation }) => relation)),
    },
    language,
    schoolClass,
    gradebook,
    period,
    periodName: periodName(period, [...world.terms.values()]) ?? "",
    figures: index.figures(match.classId, match.studentId, period),
    gradeScale: world.gradeScales.get(schoolClass.gradeScaleId),
    classDays: classDaysOf(world, schoolClass.id, index.today),
    settings: world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS,
    today: index.today,
    heardAt: heardAt(index, note.id, match.studentId, readers),
    fitting: match.reasons.flatMap((reason) =>
      reason.kind === "any assignment" ? fittingWords(reason.fitting, language) : [],
    ),
  };
}

/** Who had no letter of a note before is told all; who had one, what is new since then. */
function heardAt(
  index: FiguresIndex,
  noteId: string,
  studentId: string,
  readers: readonly Recipient[],
): number | undefined {
  const before = index.writtenAbout(studentId).filter((one) => one.noteId === noteId);
  if (before.length === 0) return undefined;
  const last = readers.map((reader) => before.findLast((one) => hadIt(one, reader)));
  const times = last.map((one) => one && (one.madeAt ?? one.at));
  return times.includes(undefined) ? undefined : Math.min(...times.map(Number));
}

function fittingWords(
  fitting: readonly { readonly title: string; readonly percent: number }[],
  language: string,
): string[] {
  return fitting.map(
    ({ title, percent }) => `${title} (${writingIn(language).percent(percent, Number.isInteger(percent) ? 0 : 1)})`,
  );
}

/** A letter's words in one language. */
type WordsInLanguage = Pick<Note, "language" | "subject" | "body">;

/** The words that somebody gets: those in the language that they read where they are no draft, else the note's own. */
export function wordsFor(note: WordsInLanguage & Pick<Note, "variants">, reads: string | undefined): WordsInLanguage {
  if (!reads || note.variants.length === 0) return note;
  return wordsClosestTo([note, ...note.variants.filter((one) => !isDraft(note, one))], reads) ?? note;
}

/** The language that a recipient reads; none is known of students. */
export function languageOf(index: FiguresIndex, { recipient }: Pick<PlannedLetter, "recipient">): string | undefined {
  return recipient.kind === "guardian" ? index.world.guardians.get(recipient.id)?.language : undefined;
}

/** A finished letter, and what it was made from. */
export interface NoteLetter {
  readonly planned: PlannedLetter;
  readonly rendered: RenderedLetter;
  readonly words: WordsInLanguage;
  readonly contexts: readonly LetterContext[];
}

/**
 * All letters of a note, one at a time, in the order of the plan, each in the language that its recipient reads. `isTelling`
 * asks what each of them tells, as well.
 */
export function* noteLetters(
  index: FiguresIndex,
  note: Note,
  planned: readonly PlannedLetter[],
  isTelling = false,
): Generator<NoteLetter> {
  const { signature } = index.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const renders = new Map<WordsInLanguage, ReturnType<typeof compileLetter>>();
  for (const one of planned) {
    const words = wordsFor(note, languageOf(index, one));
    const render = renders.get(words) ?? compileLetter(words, signature, isTelling);
    renders.set(words, render);
    const contexts = letterContexts(index, note, one, words.language);
    yield { planned: one, rendered: render(contexts), words, contexts };
  }
}
