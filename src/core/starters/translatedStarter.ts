import { sameLetter } from "../letter/sameLetter";
import type { Note } from "../model/note";
import { ENGLISH } from "./english";
import { starterPhrasesIn } from "./startersByLanguage";
import { STARTERS } from "./starterWords";
import { type StarterAbout, writeStarter } from "./writeStarter";

type LetterOf = Pick<Note, "subject" | "body">;

/**
 * What a ready-made English letter says in another language; none where it was written on since it was begun, or is not
 * written in that language.
 */
export function translatedStarter(letter: LetterOf, language: string): LetterOf | undefined {
  const phrases = starterPhrasesIn(language);
  if (!phrases || phrases === ENGLISH) return undefined;
  for (const starter of STARTERS) {
    if (starter === "empty") continue;
    const about = aboutsOf(letter).find((one) => sameLetter(letter, writeStarter(starter, ENGLISH, one)));
    if (about) return writeStarter(starter, phrases, about);
  }
  return undefined;
}

/** Whether the words of a language are those that came along with it, of whichever ready-made letter. */
export function isOwnTranslation(letter: LetterOf, language: string): boolean {
  const phrases = starterPhrasesIn(language);
  if (!phrases || phrases === ENGLISH) return false;
  return STARTERS.some(
    (starter) =>
      starter !== "empty" && aboutsOf(letter).some((one) => sameLetter(letter, writeStarter(starter, phrases, one))),
  );
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
