import { needFiles } from "./copyDatabase";
import { everyRowOf } from "./everyRowOf";
import { dropWords } from "./letterBlocks";
import type { VineDatabase } from "./vineDatabase";

/**
 * Deletes the texts and files of letters made before a moment (ms since the epoch), and what searches read of them; that they
 * were sent stays. Returns how many letters that were.
 */
export async function deleteTextsBefore(database: VineDatabase, before: number): Promise<number> {
  const rounds = await database.rounds.where("createdAt").below(before).toArray();
  let gone = 0;
  for (const { id } of rounds) {
    gone += await database.transaction(
      "rw",
      [database.letters, database.letterBlocks, database.roundWords],
      async () => {
        const letters = await database.letters.where({ roundId: id }).toArray();
        const had = await dropWords(
          database,
          letters.map((letter) => letter.id),
        );
        if (had === 0) return 0;
        await database.roundWords.delete(id);
        await database.letters.bulkPut(letters.map(({ enclosures: _enclosures, ...letter }) => letter));
        return had;
      },
    );
  }
  if (gone > 0) await deleteUnneededFiles(database);
  return gone;
}

/** Takes out the files that nothing names any more. One that is being enclosed at this moment is kept with its draft. */
async function deleteUnneededFiles(database: VineDatabase): Promise<void> {
  const needed = new Set<string>();
  await everyRowOf(database, (_table, rows) => needFiles(rows, needed));
  const all = (await database.enclosedFiles.toCollection().primaryKeys()) as string[];
  await database.enclosedFiles.bulkDelete(all.filter((sha256) => !needed.has(sha256)));
}
