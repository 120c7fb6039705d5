/** A word as names are made of: letters with their accents, hyphens and apostrophes. */
export const NAME_WORD = /\p{L}[\p{L}\p{M}'’-]*/gu;

/** Whether a word begins with a capital; scripts without capitals have none to miss. */
export function isCapital(word: string): boolean {
  const [first = ""] = word;
  return first !== first.toLocaleLowerCase() || first === first.toLocaleUpperCase();
}

/** Words in the form in which a pattern means just them. */
export function escapePattern(words: string): string {
  return words.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
}
