import type { StarterPhrases } from "../language/starterPhrases";
import { starterPhrases as ENGLISH } from "../languages/english/starterPhrases";
import { starterPhrasesIn } from "../languages/productLanguages";
import { sameLetter } from "../letter/sameLetter";
import type { Note } from "../model/note";
import { type StarterAbout, WRITTEN_STARTERS, type WrittenStarter, writeStarter } from "./writeStarter";

type LetterOf = Pick<Note, "subject" | "body">;

/**
 * What a ready-made English letter says in another language; none where it was written on since it was begun, or is not
 * written in that language.
 */
export function translatedStarter(letter: LetterOf, language: string): LetterOf | undefined {
  const phrases = starterPhrasesIn(language);
  if (!phrases || phrases === ENGLISH) return undefined;
  const known = recognised(letter, ENGLISH);
  return known && writeStarter(known.starter, phrases, known.about);
}

/** Whether the words of a language are those that came along with it, of whichever ready-made letter. */
export function isOwnTranslation(letter: LetterOf, language: string): boolean {
  const phrases = starterPhrasesIn(language);
  return phrases !== undefined && phrases !== ENGLISH && recognised(letter, phrases) !== undefined;
}

/** Which ready-made letter somebody has before them, word for word in the phrases of a language. */
function recognised(
  letter: LetterOf,
  phrases: StarterPhrases,
): { readonly starter: WrittenStarter; readonly about: StarterAbout } | undefined {
  const abouts = aboutsOf(letter);
  for (const starter of WRITTEN_STARTERS) {
    const about = abouts.find((one) => sameLetter(letter, writeStarter(starter, phrases, one)));
    if (about) return { starter, about };
  }
  return undefined;
}

/** All that a ready-made letter with these words may have hung on. */
function aboutsOf(letter: LetterOf): StarterAbout[] {
  const both = [true, false];
  return ["", ...assignmentsIn(letter)].flatMap((assignment) =>
    both.flatMap((hasTerms) => both.map((hasWork) => ({ assignment, hasTerms, hasWork }))),
  );
}

/** The titles that a letter names in its values and blocks. */
function assignmentsIn(letter: LetterOf): Set<string> {
  const found = new Set<string>();
  const look = (node: unknown): void => {
    if (Array.isArray(node)) for (const one of node) look(one);
    else if (node && typeof node === "object") {
      const { assignment, field } = node as { assignment?: unknown; field?: unknown };
      if (typeof assignment === "string") found.add(assignment);
      if (typeof field === "string" && field.startsWith(SCORE_FIELD)) found.add(field.slice(SCORE_FIELD.length));
      for (const one of Object.values(node)) look(one);
    }
  };
  look([letter.subject, letter.body]);
  return found;
}

const SCORE_FIELD = "assignment.score.";
