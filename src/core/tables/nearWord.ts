import { distance } from "fastest-levenshtein";

/** Words shorter than this are too many to be told apart by one slip. */
const SHORTEST = 5;

/**
 * The one word of a list that a written one is, but for a slip: a letter too many, too few, another, or two that changed
 * places. None where it is in the list, or where several are as near.
 */
export function nearWord(written: string, byStart: ReadonlyMap<string, readonly string[]>): string | undefined {
  if (written.length < SHORTEST) return undefined;
  const near = (byStart.get(written[0] ?? "") ?? []).filter(
    (word) =>
      word.length >= SHORTEST &&
      Math.abs(word.length - written.length) <= 1 &&
      (distance(word, written) <= 1 || isSwapped(word, written)),
  );
  return near.length === 1 && near[0] !== written ? near[0] : undefined;
}

/** Words of a list by their first letter. */
export function byFirstLetter(words: Iterable<string>): Map<string, string[]> {
  const found = new Map<string, string[]>();
  for (const word of new Set(words)) {
    const start = word[0] ?? "";
    found.set(start, [...(found.get(start) ?? []), word]);
  }
  return found;
}

function isSwapped(a: string, b: string): boolean {
  if (a.length !== b.length) return false;
  let at = 0;
  while (at < a.length && a[at] === b[at]) at += 1;
  return a[at] === b[at + 1] && a[at + 1] === b[at] && a.slice(at + 2) === b.slice(at + 2);
}
