import type { FiguresIndex } from "@/core/figures/figuresIndex";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import { noteLetters } from "@/core/letter/noteLetters";
import type { Note } from "@/core/model/note";
import { letterPaper } from "@/core/report/letterPaper";
import type { DrawnFrom } from "@/core/report/paperRun";
import { planNote } from "@/core/selection/planNote";
import { type LetterEntry, letterEntries, noteSentence } from "./peopleView";

/** Letters that are printed instead of sent, with what the record keeps of them. */
export interface LettersOnPaper {
  readonly sentence: string;
  readonly letters: readonly {
    readonly entry: LetterEntry;
    readonly rendered: RenderedLetter;
    readonly draft: DrawnFrom;
  }[];
}

/** The letters of a note to some recipients, on paper. */
export function lettersOnPaper(index: FiguresIndex, note: Note, recipientIds: readonly string[]): LettersOnPaper {
  const wanted = new Set(recipientIds);
  const plan = planNote(index, note);
  const entries = new Map(letterEntries(index, plan).map((entry) => [entry.key, entry]));
  const some = plan.letters.filter(({ recipient }) => wanted.has(recipient.id));
  return {
    sentence: noteSentence(index, note),
    letters: [...noteLetters(index, note, some)].flatMap(({ planned, rendered }) => {
      const entry = entries.get(planned.key);
      return entry ? [{ entry, rendered, draft: letterPaper(index, note, planned) }] : [];
    }),
  };
}
