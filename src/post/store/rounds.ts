import type { Selectable } from "kysely";
import type { Room } from "./room";
import type { Tables } from "./tables";

export type RoundRow = Selectable<Tables["rounds"]>;

/** What is known of a round; begun where nothing is. */
export async function roundOf(room: Room, roundId: string): Promise<RoundRow> {
  const { db, id } = room;
  const known = await db
    .selectFrom("rounds")
    .selectAll()
    .where("room", "=", id)
    .where("id", "=", roundId)
    .executeTakeFirst();
  return known ?? db.insertInto("rounds").values({ room: id, id: roundId }).returningAll().executeTakeFirstOrThrow();
}

export async function changeRound({ db }: Room, key: number, change: Partial<Omit<RoundRow, "key" | "room" | "id">>) {
  await db.updateTable("rounds").set(change).where("key", "=", key).execute();
}

/** Whether letters of a round wait for a word: the teacher said so, or they are being rebuilt. */
export function isWaiting({ isPaused, outdatedBy }: Pick<RoundRow, "isPaused" | "outdatedBy">): boolean {
  return isPaused === 1 || outdatedBy > 0;
}
