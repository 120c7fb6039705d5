import { hideAddresses } from "@/core/delivery/hideAddresses";
import type { LetterAbout } from "@/core/delivery/letterAbout";
import { isFinal, type LetterState, mayMove } from "@/core/delivery/letterState";
import type { LetterEvent } from "@/core/delivery/postEvent";
import { startOfDay } from "@/core/delivery/sendingPlan";
import { removeUnneeded } from "./attachments";
import { ready } from "./ready";
import type { Room } from "./room";
import type { LetterRow } from "./tables";

/** The states of letters that wait for their turn. */
export const WAITING = ["handed", "held", "deferred"] as const;

/** So many rows are changed by one statement. */
const ROWS_AT_ONCE = 500;

/** The longest that is kept of what was said of a letter; of one to many it is the words of many servers. In UTF-16 units. */
const MAX_ANSWER_CHARACTERS = 20_000;

/** What changes along with the state of letters, the same for all of them. */
export type Move = Partial<Pick<LetterRow, "nextAt" | "dueAt" | "mayHaveIt" | "gather" | "tries" | "firstTriedAt">> & {
  /** What is said of it; cut short, and a sign takes the place of each address. */
  readonly serverAnswer?: string | null;
};

export async function findLetter({ db, id: room }: Room, letterId: string): Promise<LetterRow | undefined> {
  return db.selectFrom("letters").selectAll().where("room", "=", room).where("id", "=", letterId).executeTakeFirst();
}

/** Letters by id; those that are not here are left out. */
export async function findLetters({ db, id: room }: Room, ids: readonly string[]): Promise<Map<string, LetterRow>> {
  const found = new Map<string, LetterRow>();
  for (const some of inParts(ids)) {
    const rows = await db.selectFrom("letters").selectAll().where("room", "=", room).where("id", "in", some).execute();
    for (const row of rows) found.set(row.id, row);
  }
  return found;
}

/** The letters of a round that are in one of some states. */
export async function lettersOf({ db, id: room }: Room, round: number, states: readonly LetterRow["state"][]) {
  return db
    .selectFrom("letters")
    .selectAll()
    .where("room", "=", room)
    .where("round", "=", round)
    .where("state", "in", [...states])
    .orderBy("key")
    .execute();
}

/**
 * Letters move to a state, each with its event, in their order; `replacedBy` tells of some what came in their place. Resolves
 * with them as they are now. Errors: one of them can't make the move.
 */
export async function moveLetters(
  room: Room,
  letters: readonly LetterRow[],
  state: LetterState,
  at: number,
  { dueAt = null, nextAt = null, serverAnswer = null, ...move }: Move = {},
  replacedBy: ReadonlyMap<string, string> = new Map(),
): Promise<LetterRow[]> {
  for (const { id, state: from } of letters)
    if (from !== "staged" && !mayMove(from, state))
      throw new Error(`Letter ${id} is ${from} and can't become ${state}.`);
  if (letters.length === 0) return [];
  const lastSeq = await room.takeNumbers(letters.length);
  const moved = letters.map(
    (letter, place): LetterRow => ({
      ...letter,
      ...move,
      ...{ state, at, dueAt, nextAt, seq: lastSeq - letters.length + 1 + place },
      serverAnswer:
        serverAnswer === null ? null : hideAddresses(letter.id, serverAnswer.slice(0, MAX_ANSWER_CHARACTERS)),
      replacedBy: replacedBy.get(letter.id) ?? letter.replacedBy,
    }),
  );
  for (const one of moved) await moveOne(room.db, one);
  if (state === "accepted") await countAccepted(room.db, { room: room.id, day: startOfDay(at), count: letters.length });
  if (isFinal(state))
    await forgetTexts(
      room,
      letters.map(({ key }) => key),
    );
  return moved;
}

const moveOne = ready((db, row: LetterRow) =>
  db
    .updateTable("letters")
    .set({
      ...{ state: row.state, seq: row.seq, at: row.at, dueAt: row.dueAt, nextAt: row.nextAt },
      ...{ tries: row.tries, firstTriedAt: row.firstTriedAt, mayHaveIt: row.mayHaveIt, gather: row.gather },
      ...{ serverAnswer: row.serverAnswer, replacedBy: row.replacedBy },
    })
    .where("key", "=", row.key)
    .where("room", "=", row.room),
);

const countAccepted = ready((db, { room, day, count }: { room: number; day: number; count: number }) =>
  db
    .insertInto("days")
    .values({ room, day, accepted: count })
    .onConflict((conflict) =>
      conflict.columns(["room", "day"]).doUpdateSet(({ eb }) => ({ accepted: eb("days.accepted", "+", count) })),
    ),
);

/** How many letters were taken on the day of a moment. */
export async function acceptedOnDay({ db, id: room }: Room, at: number): Promise<number> {
  const row = await db
    .selectFrom("days")
    .select("accepted")
    .where("room", "=", room)
    .where("day", "=", startOfDay(at))
    .executeTakeFirst();
  return row?.accepted ?? 0;
}

/** Nothing of letters stays but that they were, and what became of them; files that nobody else needs go with them. */
export async function forgetTexts({ db, id: room }: Room, keys: readonly number[]): Promise<void> {
  const files: string[] = [];
  for (const key of keys) {
    files.push(...(await forgetNeeds(db, { key })).map(({ sha256 }) => sha256));
    // Its recipients go with it.
    await forgetPending(db, { key });
  }
  await removeUnneeded(db, room, files);
}

const forgetNeeds = ready((db, { key }: Pick<LetterRow, "key">) =>
  db.deleteFrom("letterAttachments").where("letter", "=", key).returning("sha256"),
);
const forgetPending = ready((db, { key }: Pick<LetterRow, "key">) =>
  db.deleteFrom("pending").where("letter", "=", key),
);

/** When each waiting letter of a round has its turn: at its time, or, while the round waits, at none. */
export async function scheduleRound({ db, id: room }: Room, round: number, isWaiting: boolean): Promise<void> {
  await db
    .updateTable("letters")
    .set(({ ref, fn, val }) => ({ dueAt: isWaiting ? null : fn.coalesce(ref("nextAt"), val(0)) }))
    .where("room", "=", room)
    .where("round", "=", round)
    .where("state", "in", [...WAITING])
    .execute();
}

/** The newest event of a letter, as browsers read it. */
export function eventOf(row: LetterRow & { readonly roundId: string }): LetterEvent {
  const { seq, at, id, roundId, state, nextAt, serverAnswer, mayHaveIt, scheduledBy, replacedBy, gather } = row;
  const about = aboutOf(row);
  const sha256 = sha256Text(row.sha256);
  return {
    ...{ seq: seq ?? 0, at, letterId: id, roundId, state: state as LetterState },
    ...(nextAt !== null && { nextAt }),
    ...(serverAnswer !== null && { serverAnswer }),
    ...(mayHaveIt === 1 && { mayHaveIt: true }),
    ...(sha256 && { sha256 }),
    ...(scheduledBy !== null && { laidBy: scheduledBy }),
    ...(replacedBy !== null && { replacedBy }),
    ...(about && { about }),
    ...(gather === 1 && { gather: true }),
  };
}

/** Whom a letter is about and to, where that is known. */
export function aboutOf(row: LetterRow): LetterAbout | undefined {
  const { noteId, studentId, recipientId, runAt, assignmentIds } = row;
  if (noteId === null || studentId === null || recipientId === null) return undefined;
  return {
    ...{ noteId, studentId, recipientId },
    ...(runAt !== null && { runAt }),
    ...(assignmentIds !== null && { assignmentIds: JSON.parse(assignmentIds) as string[] }),
  };
}

/** The columns of it. */
export function aboutColumns(about: LetterAbout | undefined) {
  return {
    noteId: about?.noteId ?? null,
    studentId: about?.studentId ?? null,
    recipientId: about?.recipientId ?? null,
    runAt: about?.runAt ?? null,
    assignmentIds: about?.assignmentIds ? JSON.stringify(about.assignmentIds) : null,
  };
}

/** A content hash as it is written elsewhere (base64url). */
export function sha256Text(sha256: Uint8Array | string | null): string {
  if (sha256 === null || typeof sha256 === "string") return sha256 ?? "";
  return Buffer.from(sha256).toString("base64url");
}

/** The same as it is stored: 32 bytes, where it is one. */
export function sha256Column(text: string): Uint8Array | string {
  const bytes = Buffer.from(text, "base64url");
  return bytes.length === SHA256_BYTES && bytes.toString("base64url") === text ? bytes : text;
}

const SHA256_BYTES = 32;

/** Cut into parts that one statement takes. */
export function inParts<Value>(values: readonly Value[], size = ROWS_AT_ONCE): Value[][] {
  return Array.from({ length: Math.ceil(values.length / size) }, (_, place) =>
    values.slice(place * size, (place + 1) * size),
  );
}
