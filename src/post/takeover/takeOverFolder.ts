import { existsSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { isFinal } from "@/core/delivery/letterState";
import { isLetterEvent } from "@/core/delivery/postEvent";
import type { FamilyEvent } from "@/core/families/familyEvent";
import { subjectOf } from "../families/cardDesk";
import { rememberWish } from "../families/familyService";
import { contentHash } from "../letters/takeOver";
import { keepReply, messageName } from "../mail/inbox";
import { answerIn, readMessage } from "../mail/readMessage";
import { putAttachment } from "../store/attachments";
import { aboutColumns, sha256Column } from "../store/letters";
import { PRIVATE_FILE } from "../store/openDatabase";
import { noteRecipients } from "../store/recipients";
import type { Room } from "../store/room";
import { type FormerLetter, summary } from "./formerLetters";
import { FORMER, type FormerFolder, type FormerQueued, hasFormerFolder, readFolders } from "./readFolders";

/**
 * What the server kept in files before it had a database is taken over, once: all of it in one transaction, read back and
 * compared there; then the files are deleted. A failure changes nothing. From then on older versions refuse to start on this
 * folder: a file stands where theirs was.
 */
export async function takeOverFolder(data: string, room: Room): Promise<void> {
  if (hasFormerFolder(data)) {
    // Taken over before, and the process ended before the files were deleted.
    const isDone = (await room.row()).formerLogId !== null;
    if (!isDone) await room.transaction((inside) => takeOver(inside, readFolders(data)));
    for (const name of FORMER) rmSync(path.join(data, name), { recursive: true, force: true });
  }
  const marker = path.join(data, "post");
  if (!existsSync(marker)) writeFileSync(marker, MARKER, { mode: PRIVATE_FILE });
}

const MARKER =
  "Everything that the server remembers is in vine-note.db. This file keeps versions that had a folder here from starting.\n";

async function takeOver(room: Room, former: FormerFolder): Promise<void> {
  const { db, id } = room;
  const { clock, mail, mailboxPlace, sender, secrets, letters, families } = former;
  const sum = summary(letters.events);
  const before = Math.max(letters.lastSeq, 0);
  await room.set({
    ...(letters.id !== undefined && { logId: letters.id }),
    ...{ lastSeq: before + families.events.length, isPaused: sum.isPaused ? 1 : 0, formerLogId: families.id ?? "" },
    ...(sender && sender),
    ...(clock && { clockAheadMs: clock.aheadMs }),
    ...(mail && { mailSettings: JSON.stringify(mail) }),
    ...(mailboxPlace && { mailboxPlace: JSON.stringify(mailboxPlace) }),
  });
  if (secrets.length > 0) {
    await db.deleteFrom("secrets").where("room", "=", id).execute();
    const rows = secrets.map((secret, place) => ({ room: id, place, secret }));
    await db.insertInto("secrets").values(rows).execute();
  }
  for (const { name, bytes } of former.aside)
    await db
      .insertInto("setAside")
      .values({ room: id, name, bytes })
      .onConflict((one) => one.doNothing())
      .execute();
  for (const [day, accepted] of sum.days) await db.insertInto("days").values({ room: id, day, accepted }).execute();
  await takeOverFamilies(room, former, before);
  await takeOverLetters(room, former, sum, (familySeq) => {
    const read = families.events.filter(({ seq }) => seq <= familySeq).length;
    return read === 0 ? 0 : before + read;
  });
  await takeOverMail(room, former);
  await compare(room, former, sum.letters);
}

async function takeOverFamilies(room: Room, former: FormerFolder, before: number): Promise<void> {
  const { db, id } = room;
  for (const [place, event] of former.families.events.entries()) {
    const { seq: formerSeq, at, kind, ...body } = event;
    const seq = before + 1 + place;
    const row = { room: id, seq, at, kind, subject: subjectOfEvent(event), body: JSON.stringify(body), formerSeq };
    await db.insertInto("events").values(row).execute();
    if (event.kind === "wish") await rememberWish(room, { guardianId: event.guardianId, wish: event.wish, at, seq });
  }
  for (const optOut of former.optOuts)
    await db
      .insertInto("optOuts")
      .values({ room: id, ...optOut })
      .onConflict((one) => one.doNothing())
      .execute();
  for (const [answerId, codes] of Object.entries(former.holds))
    for (const code of new Set(codes)) await db.insertInto("cardHolds").values({ room: id, answerId, code }).execute();
  for (const card of former.cards)
    await db
      .insertInto("cards")
      .values({ room: id, id: card.id, body: JSON.stringify(card) })
      .execute();
  for (const page of former.viewPages)
    await db
      .insertInto("viewPages")
      .values({ room: id, id: page.id, body: JSON.stringify(page) })
      .execute();
}

function subjectOfEvent(event: FamilyEvent): string {
  if (event.kind === "wish") return event.guardianId;
  if (event.kind === "view") return event.view.answerId;
  return subjectOf(event.kind === "card answer" ? event.answer : event);
}

async function takeOverLetters(
  room: Room,
  former: FormerFolder,
  { letters, rounds }: ReturnType<typeof summary>,
  readSeqOf: (familySeq: number) => number,
): Promise<void> {
  const { db, id } = room;
  const keys = new Map<string, number>();
  const waits = new Set<string>();
  for (const [roundId, { isPaused, wasPaused, outdatedBy }] of rounds) {
    const row = { room: id, id: roundId, isPaused: isPaused ? 1 : 0, wasPaused: wasPaused ? 1 : 0, outdatedBy };
    const { key } = await db.insertInto("rounds").values(row).returning("key").executeTakeFirstOrThrow();
    keys.set(roundId, key);
    if (isPaused || outdatedBy > 0) waits.add(roundId);
  }
  for (const letter of letters.values()) {
    const queued = former.queued.get(letter.letterId);
    const { key } = await db
      .insertInto("letters")
      .values(letterRow(id, keys.get(letter.roundId) ?? 0, letter, queued, waits.has(letter.roundId)))
      .returning("key")
      .executeTakeFirstOrThrow();
    if (queued && !isFinal(letter.state)) await addPending(room, key, letter, queued, readSeqOf, former);
  }
  for (const event of former.letters.events)
    if (!isLetterEvent(event)) {
      const { seq, at, ...body } = event;
      const [kind, subject] =
        "messageName" in body
          ? (["reply", body.messageName] as const)
          : "paused" in body
            ? (["paused", body.roundId] as const)
            : "outdated" in body
              ? (["outdated", body.roundId] as const)
              : (["nothing leaves", ""] as const);
      const row = { room: id, seq, at, kind, subject, body: JSON.stringify(body), formerSeq: null };
      await db.insertInto("events").values(row).execute();
    }
}

function letterRow(
  room: number,
  round: number,
  letter: FormerLetter,
  queued: FormerQueued | undefined,
  roundWaits: boolean,
) {
  const { letterId, state, seq, at, sha256, tries, firstTriedAt, nextAt, serverAnswer, mayHaveIt } = letter;
  const isInTurn = state === "handed" || state === "held" || state === "deferred";
  return {
    ...{ room, id: letterId, round, state, seq, at, tries, firstTriedAt },
    dueAt: isInTurn && !roundWaits ? (nextAt ?? 0) : null,
    sha256: sha256 ? sha256Column(sha256) : queued ? sha256Column(contentHash(JSON.stringify(queued.letter))) : null,
    post: queued?.post ?? ("practice" as const),
    nextAt: nextAt ?? null,
    serverAnswer: serverAnswer ?? null,
    mayHaveIt: mayHaveIt ? 1 : 0,
    scheduledBy: letter.laidBy ?? null,
    replacedBy: letter.replacedBy ?? null,
    gather: letter.gather ? 1 : 0,
    ...aboutColumns(letter.about ?? queued?.about),
  };
}

async function addPending(
  room: Room,
  key: number,
  letter: FormerLetter,
  queued: FormerQueued,
  readSeqOf: (familySeq: number) => number,
  former: FormerFolder,
): Promise<void> {
  const { db, id } = room;
  const { leavesAt, startBy, notAfter, gatheredFor, taken, refused } = queued;
  await db
    .insertInto("pending")
    .values({
      ...{ letter: key, room: id, body: JSON.stringify(queued.letter), leavesAt, readSeq: readSeqOf(queued.familySeq) },
      ...{ guardianId: queued.letter.guardianId ?? null, startBy: startBy ?? null, notAfter: notAfter ?? null },
      ...{ gatheredFor: gatheredFor ? JSON.stringify(gatheredFor) : null, taken, refused: JSON.stringify(refused) },
      isOnHold: letter.state === "held" && letter.serverAnswer?.includes("contact card") ? 1 : 0,
      hadTurn: (letter.nextAt ?? 0) > leavesAt ? 1 : 0,
    })
    .execute();
  await noteRecipients(room, [{ key, letter: queued.letter }], former.secrets);
  for (const { sha256 } of queued.letter.enclosures ?? [])
    await db
      .insertInto("letterAttachments")
      .values({ letter: key, room: id, sha256 })
      .onConflict((one) => one.doNothing())
      .execute();
}

async function takeOverMail(room: Room, former: FormerFolder): Promise<void> {
  const { db, id } = room;
  for (const { sha256, bytes } of former.attachments) await putAttachment(room, sha256, bytes());
  for (const message of former.replies) {
    const answer = answerIn(await readMessage(message));
    if (answer) await keepReply(room, messageName(message), answer);
  }
  for (const { address, wasAsked, messages } of former.mailboxes) {
    if (wasAsked) await db.insertInto("askedAgain").values({ room: id, address }).execute();
    for (const { name, at, bytes } of messages)
      await db.insertInto("messages").values({ room: id, address, name, at, bytes: bytes() }).execute();
  }
}

/** Reads back what was written. Errors: something is not as it was; then nothing is taken over. */
async function compare(room: Room, former: FormerFolder, letters: ReadonlyMap<string, FormerLetter>): Promise<void> {
  const { db, id } = room;
  const fail = (what: string) => {
    throw new Error(`What the server kept in files could not be taken over: ${what} differ. Nothing was changed.`);
  };
  const rows = await db.selectFrom("letters").select(["id", "state", "seq"]).where("room", "=", id).execute();
  if (rows.length !== letters.size) fail("letters");
  for (const row of rows) {
    const { state, seq } = letters.get(row.id) ?? {};
    if (row.state !== state || row.seq !== seq) fail("letters");
  }
  const texts = await db
    .selectFrom("pending")
    .innerJoin("letters", "letters.key", "pending.letter")
    .select(["letters.id", "pending.body"])
    .where("pending.room", "=", id)
    .execute();
  const wanted = [...letters.values()].filter(({ letterId, state }) => !isFinal(state) && former.queued.has(letterId));
  if (texts.length !== wanted.length) fail("texts of letters");
  for (const { id: letterId, body } of texts)
    if (body !== JSON.stringify(former.queued.get(letterId)?.letter)) fail("texts of letters");
  const counts: [keyof typeof COUNTED, number][] = [
    ["events", former.families.events.length + former.letters.events.filter((event) => !isLetterEvent(event)).length],
    ["optOuts", new Set(former.optOuts.map(({ post, code }) => `${post}/${code}`)).size],
    ["cards", former.cards.length],
    ["viewPages", former.viewPages.length],
    ["messages", former.mailboxes.reduce((sum, { messages }) => sum + messages.length, 0)],
    ["attachments", former.attachments.length],
  ];
  for (const [table, expected] of counts) {
    const { count } = await db
      .selectFrom(table)
      .select(({ fn }) => fn.countAll<number>().as("count"))
      .where("room", "=", id)
      .executeTakeFirstOrThrow();
    if (Number(count) !== expected) fail(COUNTED[table]);
  }
}

const COUNTED = {
  events: "events",
  optOuts: "opt-outs",
  cards: "contact cards",
  viewPages: "self-assessment pages",
  messages: "practice mailboxes",
  attachments: "attachments",
} as const;
