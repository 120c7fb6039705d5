import { safeKey } from "./ownValue";

/**
 * What two titles, class labels or category names have in common that read the same: case, kind and number of spaces, Unicode
 * form and outer spaces do not count; the order of words, digits and punctuation do.
 */
export function titleKey(title: string): string {
  const folded = title
    .normalize("NFC")
    .replace(/[\s\u200b]+/gu, " ")
    .trim()
    .toLowerCase();
  return safeKey(folded);
}
