import { createHash } from "node:crypto";
import type { HandedLetter, HandOver } from "@/core/delivery/postRequests";
import { Problem } from "../edge/problem";
import { needAttachments, removeUnneeded } from "../store/attachments";
import { aboutColumns, findLetters, moveLetters, sha256Column, sha256Text } from "../store/letters";
import { noteRecipients } from "../store/recipients";
import { type Room, secretsOf } from "../store/room";
import { isWaiting, type RoundRow, roundOf } from "../store/rounds";
import type { LetterRow, Post } from "../store/tables";

interface Given {
  readonly letter: HandedLetter;
  readonly body: string;
  readonly sha256: string;
}

/**
 * Takes letters over, all of them or none. A letter that is here already with the same content changes nothing; with other
 * content all are refused. `now` in ms since the epoch.
 */
export function takeOver(
  room: Room,
  request: HandOver,
  { post, now }: { readonly post: Post; readonly now: number },
): Promise<{ taken: number; known: number }> {
  const given = distinct(request.letters);
  return room.transaction(async (inside) => {
    const { roundId, leavesAt, letters, laidBy, staged = false } = request;
    const known = await findLetters(inside, [...given.keys()]);
    for (const { letter, sha256 } of given.values()) {
      const before = sha256Text(known.get(letter.id)?.sha256 ?? null);
      if (before !== "" && before !== sha256 && before !== formerContentHash(letter))
        throw new Problem("already handed over", `Letter ${letter.id} was handed over before, with other words.`);
    }
    const round = await roundOf(inside, roundId);
    if (laidBy !== undefined) await refuseOthers(inside, laidBy, round);
    const fresh = [...given.values()].filter(({ letter }) => !known.has(letter.id));
    const rows = await addLetters(inside, fresh, request, round, { post, now });
    // What was only staged before leaves by itself now.
    const staying = staged ? [] : [...known.values()].filter(({ state }) => state === "staged");
    if (!staged) await schedule(inside, [...staying, ...rows], round, leavesAt, now);
    // Files of letters that have met their fate already came in vain.
    const files = letters.flatMap(({ enclosures = [] }) => enclosures.map(({ sha256 }) => sha256));
    await removeUnneeded(inside.db, inside.id, files);
    const taken = rows.length + staying.length;
    return { taken, known: letters.length - taken };
  });
}

/** Letters come into their first state: they leave now, or wait for their time. Within a transaction. */
export function schedule(
  room: Room,
  letters: readonly LetterRow[],
  round: RoundRow,
  leavesAt: number,
  now: number,
): Promise<LetterRow[]> {
  const dueAt = isWaiting(round) ? null : leavesAt;
  return moveLetters(room, letters, leavesAt > now ? "held" : "handed", now, { nextAt: leavesAt, dueAt });
}

/** Errors: the round was scheduled by another browser. */
export async function refuseOthers({ db }: Room, scheduledBy: string, round: RoundRow): Promise<void> {
  const other = await db
    .selectFrom("letters")
    .select("id")
    .where("round", "=", round.key)
    .where("scheduledBy", "is not", null)
    .where("scheduledBy", "!=", scheduledBy)
    .executeTakeFirst();
  if (other) throw new Problem("already handed over", OTHER_BROWSER);
}

async function addLetters(
  room: Room,
  given: readonly Given[],
  { leavesAt, families, laidBy, startBy, notAfter, gatheredFor, about = {} }: HandOver,
  round: RoundRow,
  { post, now }: { readonly post: Post; readonly now: number },
): Promise<LetterRow[]> {
  if (given.length === 0) return [];
  const rows = await room.db
    .insertInto("letters")
    .values(
      given.map(({ letter, sha256 }) => ({
        ...{
          room: room.id,
          id: letter.id,
          round: round.key,
          state: "staged" as const,
          seq: null,
          at: now,
          dueAt: null,
        },
        ...{ sha256: sha256Column(sha256), post, tries: 0, firstTriedAt: null, nextAt: null, serverAnswer: null },
        ...{
          mayHaveIt: 0,
          scheduledBy: laidBy ?? null,
          replacedBy: null,
          gather: 0,
          ...aboutColumns(about[letter.id]),
        },
      })),
    )
    .returningAll()
    .execute();
  const byId = new Map(given.map((one) => [one.letter.id, one]));
  const whole = rows.flatMap((row) => {
    const one = byId.get(row.id);
    return one ? [{ ...one, row }] : [];
  });
  const readSeq = await readSeqOf(room, families);
  await room.db
    .insertInto("pending")
    .values(
      whole.map(({ row, letter, body }) => ({
        ...{ letter: row.key, room: room.id, body, leavesAt, readSeq, guardianId: letter.guardianId ?? null },
        ...{ startBy: startBy ?? null, notAfter: notAfter ?? null },
        ...{ gatheredFor: gatheredFor ? JSON.stringify(gatheredFor) : null, taken: 0, refused: "[]" },
        ...{ calledBack: null, bounced: null, isOnHold: 0, hadTurn: 0 },
      })),
    )
    .execute();
  await noteRecipients(
    room,
    whole.map(({ row, letter }) => ({ key: row.key, letter })),
    await secretsOf(room),
  );
  for (const { row, letter } of whole) await needAttachments(room, row.key, letter.enclosures);
  return rows;
}

/** How far a browser had read, as a number of this log. */
async function readSeqOf(room: Room, read: HandOver["families"]): Promise<number> {
  const { logId, formerLogId } = await room.row();
  if (read === undefined || (read.journalId !== logId && read.journalId !== formerLogId)) return 0;
  if (read.journalId === logId) return read.seq;
  const { seq } = (await room.db
    .selectFrom("events")
    .select(({ fn }) => fn.max("seq").as("seq"))
    .where("room", "=", room.id)
    .where("formerSeq", "<=", read.seq)
    .executeTakeFirst()) ?? { seq: null };
  return seq ?? 0;
}

/** Each letter once. Errors: one of them stands there twice, with other words. */
function distinct(letters: readonly HandedLetter[]): Map<string, Given> {
  const byId = new Map<string, Given>();
  for (const letter of letters) {
    const body = JSON.stringify(letter);
    const sha256 = contentHash(body);
    if ((byId.get(letter.id)?.sha256 ?? sha256) !== sha256)
      throw new Problem("already handed over", `Letter ${letter.id} was handed over before, with other words.`);
    byId.set(letter.id, { letter, body, sha256 });
  }
  return byId;
}

/** Tells letters of the same id but other content apart: SHA-256. */
export function contentHash(body: string): string {
  return createHash("sha256").update(body).digest("base64url");
}

/** What a letter with files was told apart by before its files were named by their SHA-256 under that name. */
function formerContentHash(letter: HandedLetter): string | undefined {
  const { enclosures } = letter;
  if (!enclosures) return undefined;
  const former = enclosures.map(({ sha256: digest, ...rest }) => ({ digest, ...rest }));
  return contentHash(JSON.stringify({ ...letter, enclosures: former }));
}

const OTHER_BROWSER =
  "Another browser prepared these letters. Nothing was changed; open Vine Note there, or turn off that browser’s automatic notes first.";
