import type { WholeLetter } from "@/core/delivery/round";
import type { VineDatabase } from "./openDatabase";
import type { RecordOf } from "./tables";

/** The words of letters lie apart from the letters, many in one record: a browser is slow at ten thousands of small ones. */
export type LetterBlock = RecordOf<"letterBlocks">;
type LetterWords = LetterBlock["letters"][number];

export const LETTERS_IN_BLOCK = 25;

/** The words of letters in blocks, in the order in which they are given. */
export function blocksOf(letters: readonly LetterWords[]): LetterBlock[] {
  const blocks: LetterBlock[] = [];
  for (let from = 0; from < letters.length; from += LETTERS_IN_BLOCK)
    blocks.push(...blockOf(letters.slice(from, from + LETTERS_IN_BLOCK)));
  return blocks;
}

/** A block of some letters, named by the first of them; none where there is none. */
export function blockOf(letters: readonly LetterWords[]): LetterBlock[] {
  const [first] = letters;
  if (!first) return [];
  const words = letters.map(({ id, text, html }) => ({ id, text, html }));
  return [{ id: first.id, letterIds: words.map(({ id }) => id), letters: words }];
}

/** Keeps the words of letters that are new. */
export async function keepWords(database: VineDatabase, letters: readonly WholeLetter[]): Promise<void> {
  await database.letterBlocks.bulkAdd(blocksOf(letters));
}

/** The words of letters by their ids; those that are not there any more are left out. */
export async function wordsOfLetters(
  database: VineDatabase,
  ids: readonly string[],
): Promise<ReadonlyMap<string, LetterWords>> {
  const wanted = new Set(ids);
  const found = new Map<string, LetterWords>();
  for (const { letters } of await blocksWith(database, ids))
    for (const one of letters) if (wanted.has(one.id)) found.set(one.id, one);
  return found;
}

/** Lets go of the words of letters; what else stands in their blocks stays. Gives how many letters had words. */
export async function dropWords(database: VineDatabase, ids: readonly string[]): Promise<number> {
  const gone = new Set(ids);
  const blocks = await blocksWith(database, ids);
  const left = blocks.flatMap(({ letters }) => blockOf(letters.filter(({ id }) => !gone.has(id))));
  await database.letterBlocks.bulkDelete(blocks.map(({ id }) => id));
  await database.letterBlocks.bulkAdd(left);
  const count = (some: readonly LetterBlock[]) => some.reduce((sum, { letters }) => sum + letters.length, 0);
  return count(blocks) - count(left);
}

/** Lets go of letters with their words; in a transaction of both. */
export async function dropLetters(database: VineDatabase, ids: readonly string[]): Promise<void> {
  await database.letters.bulkDelete([...ids]);
  await dropWords(database, ids);
}

/** The blocks that some letters stand in, each once. */
async function blocksWith({ letterBlocks }: VineDatabase, ids: readonly string[]): Promise<LetterBlock[]> {
  // By their names first, so that no block is read once for each of its letters.
  const names = await letterBlocks.where("letterIds").anyOf(ids).primaryKeys();
  return (await letterBlocks.bulkGet([...new Set(names)])).flatMap((block) => block ?? []);
}
