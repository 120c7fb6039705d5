import { type PendingSend, pendingSendSchema } from "@/core/delivery/pendingSend";
import type { VineDatabase } from "./vineDatabase";

/** Stands among what was begun and not kept yet. */
const PREFIX = "press: ";

/** Keeps that a note was sent until its round is kept. */
export async function savePendingSend(database: VineDatabase, pending: PendingSend): Promise<void> {
  const value = pendingSendSchema.parse(pending);
  await database.drafts.put({ id: PREFIX + pending.roundId, at: pending.at, value });
}

/** All that was sent and whose round is not kept yet, the oldest first. */
export async function pendingSends(database: VineDatabase): Promise<PendingSend[]> {
  const drafts = await database.drafts.where("id").startsWith(PREFIX).toArray();
  return drafts.map(({ value }) => pendingSendSchema.parse(value)).sort((a, b) => a.at - b.at);
}

/** Its round is kept, or it is not wanted any more. */
export async function forgetPendingSend(database: VineDatabase, roundId: string): Promise<void> {
  await database.drafts.delete(PREFIX + roundId);
}
