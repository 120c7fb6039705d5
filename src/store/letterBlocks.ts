import { deflateSync, inflateSync, strFromU8, strToU8 } from "fflate";
import type { WholeLetter } from "@/core/delivery/round";
import type { RecordOf } from "./tables";
import type { VineDatabase } from "./vineDatabase";

/**
 * The words of letters lie apart from the letters, many in one record and packed: a browser is slow at ten thousands of
 * small records, and letters of one round are much alike.
 */
export type LetterBlock = RecordOf<"letterBlocks">;
export type LetterTexts = Pick<WholeLetter, "id" | "text" | "html">;

export const LETTERS_IN_BLOCK = 25;

/** The words of letters in blocks, in the order in which they are given. */
export function blocksOf(letters: readonly LetterTexts[]): LetterBlock[] {
  const blocks: LetterBlock[] = [];
  for (let from = 0; from < letters.length; from += LETTERS_IN_BLOCK)
    blocks.push(...blockOf(letters.slice(from, from + LETTERS_IN_BLOCK)));
  return blocks;
}

/** A block of some letters, named by the first of them; none where there is none. */
export function blockOf(letters: readonly LetterTexts[]): LetterBlock[] {
  const [first] = letters;
  if (!first) return [];
  const plain = strToU8(JSON.stringify(letters.map(({ id, text, html }) => ({ id, text, html }))));
  const packed = btoa(strFromU8(deflateSync(plain), true));
  return [{ id: first.id, letterIds: letters.map(({ id }) => id), packed, bytes: plain.length }];
}

/** The words of the letters in a block. Errors: it was not packed as it says. */
export function lettersIn({ packed, bytes }: LetterBlock): LetterTexts[] {
  // Never more than it says that it holds.
  const plain = inflateSync(strToU8(atob(packed), true), { out: new Uint8Array(bytes) });
  return JSON.parse(strFromU8(plain)) as LetterTexts[];
}

/** Keeps the words of letters that are new. */
export async function keepWords(database: VineDatabase, letters: readonly WholeLetter[]): Promise<void> {
  await database.letterBlocks.bulkAdd(blocksOf(letters));
}

/** The words of letters by their ids; those that are not there any more are left out. */
export async function wordsOfLetters(
  database: VineDatabase,
  ids: readonly string[],
): Promise<ReadonlyMap<string, LetterTexts>> {
  const wanted = new Set(ids);
  const found = new Map<string, LetterTexts>();
  for (const block of await blocksWith(database, ids))
    for (const one of lettersIn(block)) if (wanted.has(one.id)) found.set(one.id, one);
  return found;
}

/** Lets go of the words of letters; what else stands in their blocks stays. Gives how many letters had words. */
export async function dropWords(database: VineDatabase, ids: readonly string[]): Promise<number> {
  const gone = new Set(ids);
  const blocks = await blocksWith(database, ids);
  const left = blocks.flatMap((block) => without(block, gone));
  await database.letterBlocks.bulkDelete(blocks.map(({ id }) => id));
  await database.letterBlocks.bulkAdd(left);
  const count = (some: readonly LetterBlock[]) => some.reduce((sum, { letterIds }) => sum + letterIds.length, 0);
  return count(blocks) - count(left);
}

/** What is left of a block without some letters; none where nothing is. */
function without(block: LetterBlock, gone: ReadonlySet<string>): LetterBlock[] {
  // Most go whole: those need not be unpacked.
  if (block.letterIds.every((id) => gone.has(id))) return [];
  return blockOf(lettersIn(block).filter(({ id }) => !gone.has(id)));
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
