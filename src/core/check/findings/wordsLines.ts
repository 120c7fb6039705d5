import { type LetterBody, type LetterSubject, writtenLines } from "../../model/letterBody";
import type { WordsScene } from "./findingKind";

/** A field in a written line. */
export const FIELD_SIGN = "\u2063";

interface WordsLine {
  readonly line: string;
  readonly place: "subject" | "body";
}

const known = new WeakMap<LetterSubject | LetterBody, string[]>();

/** The lines of a note's own words, with a sign for each field. */
export function wordsLines({ words }: Pick<WordsScene, "words">): WordsLine[] {
  return (["subject", "body"] as const).flatMap((place) => {
    const document = words[place];
    const lines = known.get(document) ?? writtenLines(document, () => FIELD_SIGN);
    known.set(document, lines);
    return lines.map((line) => ({ line, place }));
  });
}

/** The sentences of a line. A full stop after a title or an initial ends none. */
export function sentencesOf(line: string): string[] {
  return line
    .split(/(?<=(?<!\b(?:Mr|Mrs|Ms|Dr|St|Prof|Sr|Sra|No|p|\p{Lu}))[.!?…。！？]["”’)]?)\s+|\n/u)
    .filter((sentence) => sentence.trim() !== "");
}
