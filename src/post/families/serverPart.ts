import type { ServerPart } from "@/core/backup/serverPart";
import { compactFamilies, newWords } from "@/core/families/compactFamilies";
import type { FamilyEvent } from "@/core/families/familyEvent";
import { viewPageSchema } from "@/core/marking/viewPage";
import { publishedCardSchema } from "@/core/model/contactCard";
import { eventsOfKind, otherEvent } from "../store/feed";
import { inParts, WAITING } from "../store/letters";
import { withdrawLetters, withdrawOptedOut } from "../store/optOuts";
import { renewRecipients } from "../store/recipients";
import { type Room, secretsOf } from "../store/room";
import { holdFor, noteAnswer } from "./cardDesk";
import { type FamilyService, noteWish } from "./familyService";
import { isNo, OPTED_OUT } from "./mayLeave";

const OF_FAMILIES = ["wish", "card answer", "view", "answer taken"] as const;

/** What is held here of families, for a backup; its letters come apart. */
export async function familiesPart(room: Room): Promise<Omit<ServerPart, "letters">> {
  const { db, id } = room;
  const { logId, teacherName, schoolName } = await room.row();
  const rows = async (table: "cards" | "viewPages") =>
    (await db.selectFrom(table).select("body").where("room", "=", id).orderBy("id").execute()).map(({ body }) =>
      JSON.parse(body),
    );
  const holds = new Map<string, string[]>();
  for (const { answerId, code } of await db.selectFrom("cardHolds").selectAll().where("room", "=", id).execute())
    holds.set(answerId, [...(holds.get(answerId) ?? []), code]);
  const optOuts = await db.selectFrom("optOuts").select(["code", "at", "by", "post"]).where("room", "=", id).execute();
  const events = (await eventsOfKind(room, OF_FAMILIES)).map((row) => otherEvent(row) as FamilyEvent);
  return {
    kind: "Vine Note server part",
    secrets: await secretsOf(room),
    ...((teacherName || schoolName) && { sender: { teacherName, schoolName } }),
    cards: (await rows("cards")).map((card) => publishedCardSchema.parse(card)),
    viewPages: (await rows("viewPages")).map((page) => viewPageSchema.parse(page)),
    optOuts: optOuts,
    holds: Object.fromEntries(holds),
    families: { journalId: logId, events: compactFamilies(events, () => false) },
  };
}

/**
 * Adds what another computer held: its links hold here too, its cards can be filled in, its opt-outs stand, and what families
 * said there counts where they said nothing later here. What is here already is not added again. What is not wanted any more by
 * that is withdrawn, in the same transaction.
 */
export async function takeInFamilies(families: FamilyService, part: Omit<ServerPart, "letters">): Promise<void> {
  const { now } = families.options;
  await families.room.transaction(async (room) => {
    const { db, id } = room;
    // What keeps letters back comes first.
    for (const no of part.optOuts)
      await db
        .insertInto("optOuts")
        .values({ room: id, ...no })
        .onConflict((conflict) => conflict.doNothing())
        .execute();
    await takeInHolds(room, part.holds);
    await takeInSecrets(room, part.secrets);
    const { teacherName, schoolName, logId } = await room.row();
    if (part.sender && !teacherName && !schoolName) await room.set(part.sender);
    const add = async (table: "cards" | "viewPages", records: readonly { readonly id: string }[]) => {
      for (const record of records)
        await db
          .insertInto(table)
          .values({ room: id, id: record.id, body: JSON.stringify(record) })
          .onConflict((conflict) => conflict.doNothing())
          .execute();
    };
    await add("cards", part.cards);
    await add("viewPages", part.viewPages);
    if (part.families.journalId !== logId) await takeInWords(room, part.families.events, families);
    await withdrawUnwanted(room, now());
  });
  await families.readSecrets();
}

async function takeInHolds({ db, id }: Room, holds: ServerPart["holds"]): Promise<void> {
  const known = await db.selectFrom("cardHolds").select("answerId").where("room", "=", id).execute();
  const isKnown = new Set(known.map(({ answerId }) => answerId));
  for (const [answerId, codes] of Object.entries(holds))
    for (const code of isKnown.has(answerId) ? [] : new Set(codes))
      await db.insertInto("cardHolds").values({ room: id, answerId, code }).execute();
}

async function takeInSecrets(room: Room, secrets: readonly string[]): Promise<void> {
  const here = await secretsOf(room);
  const added = secrets.filter((secret) => !here.includes(secret));
  if (added.length === 0) return;
  const rows = added.map((secret, place) => ({ room: room.id, place: here.length + place, secret }));
  await room.db.insertInto("secrets").values(rows).execute();
  await renewRecipients(room);
}

async function takeInWords(room: Room, there: readonly FamilyEvent[], families: FamilyService): Promise<void> {
  const here = (await eventsOfKind(room, OF_FAMILIES)).map((row) => otherEvent(row) as FamilyEvent);
  for (const event of newWords(here, there)) {
    const { at } = event;
    if (event.kind === "wish") await noteWish(room, { guardianId: event.guardianId, wish: event.wish, at });
    else if (event.kind === "view") {
      const { view } = event;
      await room.addEvent({ at, kind: "view", subject: view.answerId, body: { view } });
    } else if (event.kind === "answer taken") {
      const { cardId, answerId } = event;
      await room.addEvent({ at, kind: "answer taken", subject: `${cardId}/${answerId}`, body: { cardId, answerId } });
    } else {
      await noteAnswer(room, event.answer, at);
      await holdFor(room, event.answer, (address) => families.codesOf(address)[0] ?? "");
    }
  }
}

/** Withdraws whatever waits that is not wanted any more, by address or by person. Within a transaction. */
async function withdrawUnwanted(room: Room, at: number): Promise<void> {
  const { db, id } = room;
  const closed = await db
    .selectFrom("recipients")
    .innerJoin("optOuts", (join) => join.onRef("optOuts.code", "=", "recipients.code").on("optOuts.room", "=", id))
    .select("recipients.code")
    .distinct()
    .where("recipients.room", "=", id)
    .execute();
  for (const some of inParts(closed.map(({ code }) => code))) await withdrawOptedOut(room, some, at, OPTED_OUT);
  const waiting = await db
    .selectFrom("letters")
    .innerJoin("pending", "pending.letter", "letters.key")
    .innerJoin("wishes", (join) =>
      join.onRef("wishes.guardianId", "=", "pending.guardianId").onRef("wishes.room", "=", "pending.room"),
    )
    .selectAll("letters")
    .select("wishes.word")
    .where("letters.room", "=", id)
    .where("letters.state", "in", [...WAITING])
    .where("wishes.matter", "=", "confirmation")
    .where("wishes.isLifted", "=", 0)
    .whereRef("wishes.seq", ">", "pending.readSeq")
    .execute();
  const theirs = waiting.filter(({ word }) => isNo(JSON.parse(word)));
  await withdrawLetters(room, theirs, at, OPTED_OUT);
}
