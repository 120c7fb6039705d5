import { nameKey } from "../matching/nameKey";
import { type Findable, FOUND_KINDS, type FoundKind } from "./findable";

/**
 * What has all the words that somebody types, in any order, each whole or in part; the best first, equally good ones in
 * the order in which they were given, no more than `most` of a kind. Accents, case and punctuation make no difference.
 * Nothing typed finds nothing.
 */
export function findAnything(findables: readonly Findable[], words: string, most: number): Findable[] {
  const wanted = nameKey(words).split(" ").filter(Boolean);
  if (wanted.length === 0) return [];
  /** By kind: by rank, no more than can be named. */
  const byKind = new Map<FoundKind, Findable[][]>(FOUND_KINDS.map((kind) => [kind, RANKS.map(() => [])]));
  for (const one of findables) {
    if (!wanted.every((part) => one.key.includes(part))) continue;
    const hits = byKind.get(one.kind)?.[rankOf(one, wanted)];
    if (hits && hits.length < most) hits.push(one);
  }
  const groups = [...byKind.values()].flatMap((ranks) => {
    const best = ranks.findIndex((hits) => hits.length > 0);
    return best < 0 ? [] : [{ best, hits: ranks.flat().slice(0, most) }];
  });
  // The kind with the best hit stands first; those of one kind stay together.
  return groups.sort((one, other) => one.best - other.best).flatMap(({ hits }) => hits);
}

const RANKS = [0, 1, 2, 3, 4];

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
