import type { VineDatabase } from "./vineDatabase";

/** Something begun and not kept yet, or none. */
export async function findDraft(database: VineDatabase, id: string): Promise<unknown> {
  return (await database.drafts.get(id))?.value;
}

/** Keeps something begun, to be taken up again, or forgets it where there is nothing. `now` in ms since the epoch. */
export async function keepDraft(database: VineDatabase, id: string, value: unknown, now: number): Promise<void> {
  if (value === undefined) await database.drafts.delete(id);
  else await database.drafts.put({ id, at: now, value });
}
