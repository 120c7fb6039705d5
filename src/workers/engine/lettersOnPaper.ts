import { checkNote } from "@/core/check/checkNote";
import { findingWords, isStop } from "@/core/check/finding";
import type { FindingCode } from "@/core/check/findingKinds";
import { letterMarks } from "@/core/delivery/plans/letterMarks";
import type { FiguresIndex } from "@/core/figures/figuresIndex";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import { noteLetters } from "@/core/letter/noteLetters";
import type { Note } from "@/core/model/note";
import type { WrittenMark } from "@/core/model/noteKind";
import { letterPaper } from "@/core/report/letterPaper";
import { letterReports } from "@/core/report/letterReports";
import type { DrawnFrom } from "@/core/report/paperRun";
import type { ReportDraft } from "@/core/report/reportPaper";
import { type NotePlan, type PlannedLetter, planNote } from "@/core/selection/planNote";
import { type LetterEntry, letterEntries, noteSentence } from "./peopleView";

/** Letters that are printed instead of sent, with what the record keeps of them. */
export interface LettersOnPaper {
  readonly sentence: string;
  /** What the check stops, in words; what stops a letter to a mailbox stops it on paper too. */
  readonly stops: readonly string[];
  readonly letters: readonly {
    readonly entry: LetterEntry;
    readonly rendered: RenderedLetter;
    readonly draft: DrawnFrom;
    /** What is made for each letter and goes along with it, in the order of the note. */
    readonly reports: readonly ReportDraft[];
    /** By student: what it is remembered by. */
    readonly marks: Readonly<Record<string, WrittenMark>>;
  }[];
}

/** What keeps a letter from a mailbox and not from paper. */
const OF_MAIL_ALONE: ReadonlySet<FindingCode> = new Set(["no-good-address", "wants-no-letters"]);

/** The letters of a note to some recipients, on paper; to somebody who asked not to be written to only where nobody else is asked for. */
export function lettersOnPaper(
  index: FiguresIndex,
  note: Note,
  recipientIds: readonly string[],
  now: number,
): LettersOnPaper {
  const wanted = new Set(recipientIds);
  const plan = planNote(index, note);
  const inSpiteOfNo = recipientIds.length === 1 ? lettersInSpiteOfNo(plan) : [];
  const letters = [...plan.letters, ...inSpiteOfNo].filter(({ recipient }) => wanted.has(recipient.id));
  const entries = new Map(letterEntries(index, { letters }).map((entry) => [entry.key, entry]));
  return {
    sentence: noteSentence(index, note),
    stops: checkNote(index, note, { ...plan, letters }, now)
      .filter((finding) => isStop(finding) && !OF_MAIL_ALONE.has(finding.code))
      .map((finding) => findingWords(finding).title),
    letters: [...noteLetters(index, note, letters)].flatMap(({ planned, rendered }) => {
      const entry = entries.get(planned.key);
      const reports = letterReports(index, note, planned);
      const marks = letterMarks(index, planned);
      return entry ? [{ entry, rendered, draft: letterPaper(index, note, planned), reports, marks }] : [];
    }),
  };
}

/** What those would get who asked not to be written to. */
function lettersInSpiteOfNo({ leftOutRecipients }: NotePlan): PlannedLetter[] {
  return leftOutRecipients.flatMap(({ cause, match, recipient }) =>
    cause === "asked not to be written to"
      ? [{ key: `${match.classId}/${match.studentId}/${recipient.id}`, match, matches: [match], recipient }]
      : [],
  );
}
