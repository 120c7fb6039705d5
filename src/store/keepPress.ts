import { type Press, pressSchema } from "@/core/delivery/press";
import type { VineDatabase } from "./openDatabase";

/** Stands among what was begun and not kept yet. */
const PRESS = "press: ";

/** Keeps that a note was sent until its round is kept. */
export async function keepPress(database: VineDatabase, press: Press): Promise<void> {
  const value = pressSchema.parse(press);
  await database.drafts.put({ id: PRESS + press.roundId, at: press.at, value });
}

/** All that was sent and whose round is not kept yet, the oldest first. */
export async function unfinishedPresses(database: VineDatabase): Promise<Press[]> {
  const drafts = await database.drafts.where("id").startsWith(PRESS).toArray();
  return drafts.map(({ value }) => pressSchema.parse(value)).sort((a, b) => a.at - b.at);
}

/** Its round is kept, or it is not wanted any more. */
export async function forgetPress(database: VineDatabase, roundId: string): Promise<void> {
  await database.drafts.delete(PRESS + roundId);
}
