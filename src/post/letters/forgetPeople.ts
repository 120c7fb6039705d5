import type { HandedLetter } from "@/core/delivery/postRequests";
import { inParts, WAITING } from "../store/letters";
import { withdrawLetters } from "../store/optOuts";
import { noteRecipients } from "../store/recipients";
import { type Room, secretsOf } from "../store/room";
import type { LetterRow } from "../store/tables";
import { removeStaged } from "./replace";

/**
 * Withdraws every letter about or to somebody who is erased, and lets go of its words and of whom it was about; of letters to
 * many their addresses are taken out. Gives the ids of all letters that were ever about or to them. Within a transaction.
 */
export async function forgetPeople(
  room: Room,
  ids: ReadonlySet<string>,
  addresses: ReadonlySet<string>,
  now: number,
): Promise<string[]> {
  const about = await lettersAbout(room, ids);
  const waiting = await room.db
    .selectFrom("letters")
    .innerJoin("pending", "pending.letter", "letters.key")
    .selectAll("letters")
    .select(["pending.body", "pending.guardianId"])
    .where("letters.room", "=", room.id)
    .where("letters.state", "in", [...WAITING, "staged", "leaving"])
    .execute();
  const known = new Set(about.map(({ key }) => key));
  const theirs: LetterRow[] = [];
  for (const row of waiting) {
    const letter = JSON.parse(row.body) as HandedLetter;
    const { to, together = [] } = letter;
    const left = together.filter((address) => !addresses.has(address.toLowerCase()));
    const isTheirs = known.has(row.key) || ids.has(row.guardianId ?? "") || addresses.has(to.address.toLowerCase());
    if (isTheirs || (together.length > 0 && left.length === 0)) theirs.push(row);
    else if (left.length < together.length) await narrow(room, row.key, { ...letter, together: left });
  }
  await removeStaged(room, theirs);
  await withdrawLetters(
    room,
    theirs.filter(({ state }) => state !== "staged" && state !== "leaving"),
    now,
    ERASED,
  );
  const all = new Map([...about, ...theirs].map((row) => [row.key, row.id]));
  await forgetAbout(room, [...all.keys()]);
  return [...all.values()];
}

async function lettersAbout({ db, id }: Room, ids: ReadonlySet<string>): Promise<LetterRow[]> {
  if (ids.size === 0) return [];
  return db
    .selectFrom("letters")
    .selectAll()
    .where("room", "=", id)
    .where(({ eb, or }) => or([eb("studentId", "in", [...ids]), eb("recipientId", "in", [...ids])]))
    .execute();
}

async function narrow(room: Room, key: number, letter: HandedLetter): Promise<void> {
  await room.db
    .updateTable("pending")
    .set({ body: JSON.stringify(letter) })
    .where("letter", "=", key)
    .execute();
  await room.db.deleteFrom("recipients").where("letter", "=", key).execute();
  await noteRecipients(room, [{ key, letter }], await secretsOf(room));
}

/** That there was a letter still counts; about whom it was and what was said of it goes. */
async function forgetAbout({ db }: Room, keys: readonly number[]): Promise<void> {
  const nobody = { noteId: null, studentId: null, recipientId: null, runAt: null, assignmentIds: null };
  for (const some of inParts(keys))
    await db
      .updateTable("letters")
      .set({ ...nobody, serverAnswer: null })
      .where("key", "in", some)
      .execute();
}

const ERASED = "The person it was about or to was erased before it left.";
