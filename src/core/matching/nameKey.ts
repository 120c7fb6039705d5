/**
 * The parts of a name in a form that compares: without accents, case, punctuation and order.
 * "O’Dwyer, Siobhán" and "siobhan o'dwyer" give the same key.
 */
export function nameKey(name: string): string {
  return name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .replace(/['’ʼ‘`´]/g, "")
    .toLowerCase()
    .replace(LETTERS_THAT_DO_NOT_DECOMPOSE, (letter) => PLAIN[letter] ?? letter)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .sort()
    .join(" ");
}

const PLAIN: Record<string, string> = { ł: "l", đ: "d", ø: "o", æ: "ae", œ: "oe", ß: "ss", ı: "i", þ: "th", ð: "d" };
const LETTERS_THAT_DO_NOT_DECOMPOSE = /[łđøæœßıþð]/g;
