import { nameKey } from "../matching/nameKey";
import { type Findable, FOUND_KINDS, type FoundKind } from "./findable";

/**
 * What has all the words that somebody types, in any order, each whole or in part; the best first, no more than `most` of a
 * kind. Accents, case and punctuation make no difference. Nothing typed finds nothing.
 */
export function findAnything(findables: readonly Findable[], words: string, most: number): Findable[] {
  const wanted = nameKey(words).split(" ").filter(Boolean);
  if (wanted.length === 0) return [];
  const byKind = new Map<FoundKind, { one: Findable; rank: number }[]>();
  for (const one of findables) {
    if (!wanted.every((part) => one.key.includes(part))) continue;
    const known = byKind.get(one.kind);
    const hit = { one, rank: rankOf(one, wanted) };
    if (known) known.push(hit);
    else byKind.set(one.kind, [hit]);
  }
  const groups = FOUND_KINDS.flatMap((kind) => {
    const hits = byKind.get(kind);
    if (!hits) return [];
    hits.sort((a, b) => a.rank - b.rank || collator.compare(a.one.title, b.one.title));
    return [hits.slice(0, most)];
  });
  // The kind with the best hit stands first; those of one kind stay together.
  return groups.sort((a, b) => (a[0]?.rank ?? 0) - (b[0]?.rank ?? 0)).flatMap((hits) => hits.map(({ one }) => one));
}

const collator = new Intl.Collator("en", { sensitivity: "base", numeric: true });

/** 0 where the title is just these words, 1 where words of it begin with them, 2 where they stand within it, 3 elsewhere. */
function rankOf({ titleKey, key }: Findable, wanted: readonly string[]): number {
  if (titleKey === wanted.join(" ")) return 0;
  if (wanted.every((part) => beginsWord(titleKey, part))) return 1;
  if (wanted.every((part) => titleKey.includes(part))) return 2;
  return wanted.every((part) => beginsWord(key, part)) ? 3 : 4;
}

function beginsWord(key: string, part: string): boolean {
  return key.startsWith(part) || key.includes(` ${part}`);
}
