import { type LetterBody, type LetterSubject, writtenLines } from "../../model/letterBody";
import { FIELD_SIGN } from "./wordsLines";

/** A field of somebody’s name, in a line of written words. */
export const NAME_FIELD = "\u2064";

/** The lines that somebody typed, with fields as signs of their own. */
export function typedLines(document: LetterBody | LetterSubject): string[] {
  return writtenLines(document, (field) =>
    /^(?:student\.(?:firstName|fullName|familyName)|recipient\.)/.test(field) ? NAME_FIELD : FIELD_SIGN,
  );
}
