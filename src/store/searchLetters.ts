import type { Letter } from "@/core/delivery/round";
import type { VineDatabase } from "./vineDatabase";

const ROUNDS_SEARCHED_AT_ONCE = 20;
const MOST_FOUND = 200;

/**
 * Letters in whose words or names something stands, the newest first, no more than some hundred. `onProgress` is told
 * the share that has been read, from 0 to 1, and what was found so far; a search that is aborted gives what it has found.
 */
export async function searchLetters(
  database: VineDatabase,
  words: string,
  signal: AbortSignal,
  onProgress: (share: number, found: readonly Letter[]) => void,
): Promise<Letter[]> {
  const wanted = words.trim().toLowerCase();
  const ids = await database.rounds.orderBy("createdAt").reverse().primaryKeys();
  const found: Letter[] = [];
  const wordsFrom = (from: number) => {
    const words = database.roundWords.bulkGet(ids.slice(from, from + ROUNDS_SEARCHED_AT_ONCE));
    // One that nobody waits for any more tells nobody.
    words.catch(() => undefined);
    return words;
  };
  let ahead = wordsFrom(0);
  for (
    let from = 0;
    from < ids.length && found.length < MOST_FOUND && !signal.aborted;
    from += ROUNDS_SEARCHED_AT_ONCE
  ) {
    const rounds = await ahead;
    // The next are read while these are searched.
    ahead = wordsFrom(from + ROUNDS_SEARCHED_AT_ONCE);
    const hits = rounds.flatMap((round) => (round?.letters ?? []).filter(([, searched]) => searched.includes(wanted)));
    for (const letter of await database.letters.bulkGet(hits.map(([id]) => id))) if (letter) found.push(letter);
    onProgress(Math.min(1, (from + ROUNDS_SEARCHED_AT_ONCE) / ids.length), found);
  }
  return found.sort((a, b) => b.stateAt - a.stateAt).slice(0, MOST_FOUND);
}
