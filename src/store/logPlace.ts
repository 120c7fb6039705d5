import type { VineDatabase } from "./vineDatabase";

const LOG_ID = "journal id";
const LOG_SEQ = "journal seq";
const FORMER_ID = "family journal id";
const FORMER_SEQ = "family journal seq";

/** How far the server's log has been taken in. */
export interface LogPlace {
  readonly logId: string;
  readonly seq: number;
  /** How far what families said was taken in while that had a journal of its own; none once this is one. */
  readonly former?: { readonly logId: string; readonly seq: number };
}

export async function logPlace(database: VineDatabase): Promise<LogPlace> {
  const [id, seq, formerId, formerSeq] = await database.meta.bulkGet([LOG_ID, LOG_SEQ, FORMER_ID, FORMER_SEQ]);
  const former = formerId && { logId: String(formerId.value), seq: Number(formerSeq?.value ?? 0) };
  return { logId: String(id?.value ?? ""), seq: Number(seq?.value ?? 0), ...(former && { former }) };
}

/** The log has been taken in up to a number; never back within the same log. Within a transaction. */
export async function moveLogPlace(database: VineDatabase, logId: string, upTo: number): Promise<void> {
  const place = await logPlace(database);
  const known = place.logId === logId ? place.seq : 0;
  await database.meta.bulkPut([
    { key: LOG_ID, value: logId },
    { key: LOG_SEQ, value: Math.max(known, upTo) },
  ]);
}

/** Both journals of before have been read to their ends: from now on there is one number. */
export async function forgetFormerPlace(database: VineDatabase): Promise<void> {
  await database.meta.bulkDelete([FORMER_ID, FORMER_SEQ]);
}
