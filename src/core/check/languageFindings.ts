import type { FiguresIndex } from "../figures/figuresIndex";
import { baseLanguage } from "../language/languageTag";
import { languageOf, wordsFor } from "../letter/noteLetters";
import type { Note } from "../model/note";
import { languageName } from "../selection/conditions/languageName";
import type { NotePlan } from "../selection/planNote";
import { type Finding, findingOf } from "./finding";

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

/** Once a note speaks several languages, those that it does not speak need a word. */
export function languageFindings(index: FiguresIndex, note: Note, plan: NotePlan): Finding[] {
  if (note.variants.length === 0) return [];
  const missing = lettersInAnotherLanguage(index, note, plan);
  const keys = [...missing.values()].flat();
  if (keys.length === 0) return [];
  return [
    findingOf("language-missing", {
      path: { letterKey: keys[0] },
      numbers: { letters: keys.length },
      quotes: [...missing.keys()].map(languageName),
    }),
  ];
}
