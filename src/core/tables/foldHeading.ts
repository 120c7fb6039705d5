/**
 * A heading in a form that compares: small letters without accents, everything that is no letter or digit as a space.
 * "N.º de matrícula" becomes "n o de matricula"; "#" alone stays.
 */
export function foldHeading(heading: string): string {
  const folded = heading
    .replace(/([a-z])([A-Z])/g, "$1 $2")
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[łđøß]/g, (letter) => PLAIN[letter] ?? letter)
    .replace(/['’ʼ`´]s?\b/g, " ")
    .replace(/[^\p{L}\p{N}#%]+/gu, " ")
    .trim();
  return folded || heading.trim();
}
const PLAIN: Record<string, string> = { ł: "l", đ: "d", ø: "o", ß: "ss" };
