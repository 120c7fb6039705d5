/** Who is to be erased: by ids, and by the words that name them. */
export interface Erased {
  readonly ids: ReadonlySet<string>;
  /** Full names in the ways in which they are written, numbers and addresses. */
  readonly words: readonly string[];
}

/** Stands where a name stood. */
export const ERASED = "(erased)";

/** Fields that say whom a record is about: it goes with them. */
const ABOUT = ["id", "studentId", "guardianId", "recipientId"];
/** What ids are put together with in keys, such as "class/student". */
const JOINTS = /[/|@]/;

/**
 * What is left of a record, or of a part of one, when somebody is erased: what is about them is gone, wherever it stands, and
 * their names are, too. Undefined where nothing is left.
 */
export function eraseFrom(value: unknown, erased: Erased): unknown {
  if (typeof value === "string") return isKeyOf(value, erased.ids) ? undefined : withoutWords(value, erased.words);
  if (Array.isArray(value)) return value.flatMap((one) => left(one, erased));
  if (typeof value !== "object" || value === null || value instanceof ArrayBuffer) return value;
  const entries = Object.entries(value).flatMap(([key, part]): [string, unknown][] => {
    if (isKeyOf(key, erased.ids)) return [];
    const kept = eraseFrom(part, erased);
    return kept === undefined && part !== undefined ? [] : [[key, kept]];
  });
  return Object.fromEntries(entries);
}

/** What stays of an entry of a list; one that is about somebody who is erased goes whole. */
function left(one: unknown, erased: Erased): unknown[] {
  if (Array.isArray(one) && one.some((part) => typeof part === "string" && isKeyOf(part, erased.ids))) return [];
  if (isAbout(one, erased.ids)) return [];
  const kept = eraseFrom(one, erased);
  return kept === undefined ? [] : [kept];
}

/** Whether a record is about somebody, by what it says of itself. */
export function isAbout(record: unknown, ids: ReadonlySet<string>): boolean {
  if (typeof record !== "object" || record === null) return false;
  return ABOUT.some((field) => ids.has(String((record as Record<string, unknown>)[field] ?? "")));
}

/** Whether a key is one of some ids, or put together with one. */
export function isKeyOf(key: string, ids: ReadonlySet<string>): boolean {
  return ids.has(key) || (JOINTS.test(key) && key.split(JOINTS).some((part) => ids.has(part)));
}

function withoutWords(text: string, words: readonly string[]): string {
  let left = text;
  for (const word of words) {
    const low = word.toLowerCase();
    for (let at = left.toLowerCase().indexOf(low); at >= 0; at = left.toLowerCase().indexOf(low, at + ERASED.length))
      left = `${left.slice(0, at)}${ERASED}${left.slice(at + word.length)}`;
  }
  return left;
}
