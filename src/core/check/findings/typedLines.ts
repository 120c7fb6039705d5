import { nameKey } from "../../matching/nameKey";
import { type LetterBody, type LetterSubject, writtenLines } from "../../model/letterBody";
import { NAME_WORD } from "../reading/nameWords";

/** A field of somebody’s name, in a line of written words. */
export const NAME_FIELD = "\u2064";

/** The lines that somebody typed, with fields as signs of their own. */
export function typedLines(document: LetterBody | LetterSubject): string[] {
  return writtenLines(document, (field) =>
    /^(?:student\.(?:firstName|fullName|familyName)|recipient\.)/.test(field) ? NAME_FIELD : "\u2063",
  );
}

/** Whether all parts of a name are among some words, as they compare. */
export function isAmong(name: string, words: ReadonlySet<string>): boolean {
  const parts = name.match(NAME_WORD) ?? [];
  return parts.length > 0 && parts.every((part) => words.has(nameKey(part)));
}
