import type { VineDatabase } from "./vineDatabase";

const RESTORED = "put back";
const ELSEWHERE = "plans wait for a word";

/** A backup that was put back and of which it is not known yet what left since: when it was made, ms since the epoch. */
export async function restoredFrom(database: VineDatabase): Promise<number | undefined> {
  const row = await database.meta.get(RESTORED);
  return row && Number(row.value);
}

export async function markRestored(database: VineDatabase, madeAt: number, isElsewhere: boolean): Promise<void> {
  await database.meta.put({ key: RESTORED, value: madeAt });
  if (isElsewhere) await database.meta.put({ key: ELSEWHERE, value: madeAt });
}

/** What left since is known now. */
export async function restoredIsSettled(database: VineDatabase): Promise<void> {
  await database.meta.delete(RESTORED);
}

/** Whether automatic notes wait for the teacher's word that the computer of before sends no more. */
export async function plansWaitForWord(database: VineDatabase): Promise<boolean> {
  return (await database.meta.get(ELSEWHERE)) !== undefined;
}

/** The computer of before sends no more: what it scheduled is this browser's now. */
export async function plansAreHere(database: VineDatabase): Promise<void> {
  await database.meta.delete(ELSEWHERE);
}
