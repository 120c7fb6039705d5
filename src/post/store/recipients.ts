import type { HandedLetter } from "@/core/delivery/postRequests";
import { addressCodes } from "./addressCodes";
import { inParts, WAITING } from "./letters";
import { type Room, secretsOf } from "./room";

/** The addresses that a letter goes to. */
export function addressesOf({ together, to }: Pick<HandedLetter, "together" | "to">): readonly string[] {
  return together ?? [to.address];
}

/** Notes whom a waiting letter goes to, by code, for every secret. */
export async function noteRecipients(
  { db, id: room }: Room,
  letters: readonly { readonly key: number; readonly letter: Pick<HandedLetter, "together" | "to"> }[],
  secrets: readonly string[],
): Promise<void> {
  const rows = letters.flatMap(({ key, letter }) =>
    addressesOf(letter).flatMap((address, place) =>
      addressCodes(address, secrets).map((code) => ({ letter: key, room, place, code })),
    ),
  );
  for (const some of inParts(rows)) await db.insertInto("recipients").values(some).execute();
}

/** Notes the codes again, after secrets were added. */
export async function renewRecipients(room: Room): Promise<void> {
  const { db, id } = room;
  const secrets = await secretsOf(room);
  const waiting = await db
    .selectFrom("pending")
    .innerJoin("letters", "letters.key", "pending.letter")
    .select(["pending.letter as key", "pending.body"])
    .where("pending.room", "=", id)
    .where("letters.state", "in", [...WAITING, "leaving", "staged"])
    .execute();
  await db.deleteFrom("recipients").where("room", "=", id).execute();
  await noteRecipients(
    room,
    waiting.map(({ key, body }) => ({ key, letter: JSON.parse(body) as HandedLetter })),
    secrets,
  );
}
