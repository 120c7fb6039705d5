import type { FiguresIndex } from "../../figures/figuresIndex";
import { baseLanguage } from "../../language/languageTag";
import { languageOf, wordsFor } from "../../letter/noteLetters";
import type { Note } from "../../model/note";
import type { NotePlan } from "../../selection/planNote";

/** The letters to guardians who read another language than the words that they get, by that language. */
export function lettersInAnotherLanguage(index: FiguresIndex, note: Note, plan: NotePlan): Map<string, string[]> {
  const byLanguage = new Map<string, string[]>();
  for (const planned of plan.letters) {
    const reads = languageOf(index, planned);
    if (!reads || baseLanguage(wordsFor(note, reads).language) === baseLanguage(reads)) continue;
    byLanguage.set(reads, [...(byLanguage.get(reads) ?? []), planned.key]);
  }
  return byLanguage;
}
