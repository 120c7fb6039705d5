/**
 * The parts of a name in a form that compares: without accents, case, punctuation and order.
 * "O’Dwyer, Siobhán" and "siobhan o'dwyer" give the same key.
 */
export function nameKey(name: string): string {
  const known = keys.get(name);
  if (known !== undefined) return known;
  // A list names the same people again and again; beyond so many names they are hardly the same.
  if (keys.size >= MOST_KEPT) keys.clear();
  const key = keyOf(name);
  keys.set(name, key);
  return key;
}

const MOST_KEPT = 20_000;
const keys = new Map<string, string>();

function keyOf(name: string): string {
  // Most names are plain letters: they need none of the slow steps.
  const parts = PLAIN_LETTERS.test(name)
    ? name.toLowerCase().split(" ")
    : name
        .normalize("NFKD")
        .replace(/\p{M}/gu, "")
        .replace(/['’ʼ‘`´]/g, "")
        .toLowerCase()
        .replace(LETTERS_THAT_DO_NOT_DECOMPOSE, (letter) => PLAIN[letter] ?? letter)
        .split(/[^\p{L}\p{N}]+/u);
  return parts.filter(Boolean).sort().join(" ");
}

/** Whether the key of a name has all the words somebody looks for, in any order, each whole or in part. */
export function nameSearch(words: string): (key: string) => boolean {
  const wanted = nameKey(words).split(" ");
  return (key) => wanted.every((part) => key.includes(part));
}

const PLAIN_LETTERS = /^[A-Za-z ]*$/;

const PLAIN: Record<string, string> = { ł: "l", đ: "d", ø: "o", æ: "ae", œ: "oe", ß: "ss", ı: "i", þ: "th", ð: "d" };
const LETTERS_THAT_DO_NOT_DECOMPOSE = /[łđøæœßıþð]/g;
