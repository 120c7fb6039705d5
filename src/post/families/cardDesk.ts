import type * as z from "zod";
import type { CardAnswer } from "@/core/families/cardAnswer";
import { addressesOfOptOuts, type answersTakenSchema } from "@/core/families/familyEvent";
import type { KeptView } from "@/core/marking/viewPage";
import { type PublishedCard, publishedCardSchema } from "@/core/model/contactCard";
import { HourlyLimit } from "../edge/hourlyLimit";
import { Problem } from "../edge/problem";
import type { Room } from "../store/room";
import type { FamilyService } from "./familyService";

/** One card is for one teacher's families; more answers than this are somebody playing, and so are more in an hour. */
const MAX_ANSWERS_PER_CARD = 5_000;
const ANSWERS_OF_CARD_AN_HOUR = 1_000;
const CORRECTIONS_AN_HOUR = 20;
const TOO_OFTEN = "That was often for one hour. What was sent before is kept; please try again later.";

/** Published contact cards, and what families answer. */
export class CardDesk {
  private readonly perCard: HourlyLimit;
  private readonly perAnswer: HourlyLimit;

  constructor(
    private readonly families: FamilyService,
    /** Told where letters may leave that waited for an answer to be looked at. */
    private readonly onReleased: () => void = () => undefined,
  ) {
    const { now } = families.options;
    this.perCard = new HourlyLimit(ANSWERS_OF_CARD_AN_HOUR, now);
    this.perAnswer = new HourlyLimit(CORRECTIONS_AN_HOUR, now);
  }

  private get room(): Room {
    return this.families.room;
  }

  /** Puts a card where families can reach it, or brings it up to date. */
  async publish(card: PublishedCard): Promise<void> {
    const row = { room: this.room.id, id: card.id, body: JSON.stringify(card) };
    await this.room.db
      .insertInto("cards")
      .values(row)
      .onConflict((conflict) => conflict.columns(["room", "id"]).doUpdateSet({ body: row.body }))
      .execute();
  }

  /** A published card, or none. */
  async card(cardId: string): Promise<PublishedCard | undefined> {
    const { db, id } = this.room;
    const row = await db
      .selectFrom("cards")
      .select("body")
      .where("room", "=", id)
      .where("id", "=", cardId)
      .executeTakeFirst();
    return row && publishedCardSchema.parse(JSON.parse(row.body));
  }

  /**
   * Keeps a family's answer; the same answer id again is a correction. Where it asks for no letters, letters to that address
   * wait until the teacher has looked at it: anybody can fill in a card. Resolves once it is on disk.
   */
  async answer(answer: CardAnswer): Promise<void> {
    const { cardId, answerId } = answer;
    await this.room.transaction(async (room) => {
      if (!(await this.cardExists(room, cardId))) throw new Problem("not there", "This card is not there any more.");
      if ((await answersOf(room, cardId, answerId)) >= MAX_ANSWERS_PER_CARD)
        throw new Problem("too many", "This card has had more answers than it can hold. Please write to the teacher.");
      if (!this.perAnswer.take(answerId) || !this.perCard.take(cardId)) throw new Problem("too many", TOO_OFTEN);
      await noteAnswer(room, answer, this.families.options.now());
      await holdFor(room, answer, (address) => this.families.codesOf(address)[0] ?? "");
    });
  }

  /** Keeps how somebody sees an assignment. Resolves once it is on disk. */
  async view(view: KeptView): Promise<void> {
    const at = this.families.options.now();
    await this.room.transaction((room) => room.addEvent({ at, kind: "view", subject: view.answerId, body: { view } }));
  }

  /** The teacher has accepted answers, or refused them: letters wait for them no longer. */
  async settled(answerIds: readonly string[]): Promise<void> {
    const now = this.families.options.now();
    const wereHeld = await this.room.transaction(async ({ db, id }) => {
      const gone = await db
        .deleteFrom("cardHolds")
        .where("room", "=", id)
        .where("answerId", "in", [...answerIds])
        .returning("answerId")
        .execute();
      if (gone.length === 0) return false;
      const onHold = db.selectFrom("pending").select("letter").where("room", "=", id).where("isOnHold", "=", 1);
      const held = db.updateTable("letters").where("key", "in", onHold).where("state", "=", "held");
      await held.set({ nextAt: now }).execute();
      // Those of a round that waits have no turn yet; they get it when the round goes on.
      await held.set({ dueAt: now }).where("dueAt", "is not", null).execute();
      return true;
    });
    if (!wereHeld) return;
    this.onReleased();
  }

  /** A browser has these answers, by number, on its disk: their words go here. Resolves once they are gone. */
  async taken({ journalId, seqs }: z.infer<typeof answersTakenSchema>): Promise<void> {
    await this.room.transaction(async (room) => {
      const { logId, formerLogId } = await room.row();
      const number = journalId === logId ? "seq" : journalId === formerLogId ? "formerSeq" : undefined;
      if (number === undefined) return;
      const rows = await room.db
        .selectFrom("events")
        .select(["seq", "kind", "body"])
        .where("room", "=", room.id)
        .where(number, "in", [...seqs])
        .execute();
      await forgetWords(room, rows);
    });
  }

  /** Nothing that families sent names somebody any more. That there was an answer still counts. */
  async forget(words: readonly string[]): Promise<void> {
    const low = words.map((word) => word.toLowerCase());
    await this.room.transaction(async (room) => {
      const rows = await room.db
        .selectFrom("events")
        .select(["seq", "kind", "body"])
        .where("room", "=", room.id)
        .where("kind", "in", ["card answer", "view"])
        .execute();
      const named = rows.filter(({ body }) => low.some((word) => plainText(body).includes(word)));
      await forgetWords(room, named);
    });
  }

  private async cardExists({ db, id }: Room, cardId: string): Promise<boolean> {
    const row = await db.selectFrom("cards").select("id").where("room", "=", id).where("id", "=", cardId).execute();
    return row.length > 0;
  }
}

/** What JSON says, in small letters, with no escapes in it. */
function plainText(body: string): string {
  return JSON.stringify(JSON.parse(body)).toLowerCase();
}

/** Writes an answer as an event; an earlier one of the same id goes. Within a transaction. */
export async function noteAnswer(room: Room, answer: CardAnswer, at: number): Promise<void> {
  const subject = subjectOf(answer);
  await room.db
    .deleteFrom("events")
    .where("room", "=", room.id)
    .where("kind", "in", ["card answer", "answer taken"])
    .where("subject", "=", subject)
    .execute();
  await room.addEvent({ at, kind: "card answer", subject, body: { answer } });
}

/** Letters to the addresses at which an answer, or its correction, asks for none wait from now on. Within a transaction. */
export async function holdFor(room: Room, answer: CardAnswer, codeOf: (address: string) => string): Promise<void> {
  const { db, id } = room;
  const { answerId } = answer;
  await db.deleteFrom("cardHolds").where("room", "=", id).where("answerId", "=", answerId).execute();
  const codes = new Set(addressesOfOptOuts(answer).map(codeOf));
  for (const code of codes) await db.insertInto("cardHolds").values({ room: id, answerId, code }).execute();
}

/** How many other answers a card has had. */
async function answersOf({ db, id }: Room, cardId: string, answerId: string): Promise<number> {
  const { count } = await db
    .selectFrom("events")
    .select(({ fn }) => fn.countAll<number>().as("count"))
    .where("room", "=", id)
    .where("kind", "in", ["card answer", "answer taken"])
    .where("subject", ">=", `${cardId}/`)
    .where("subject", "<", `${cardId}0`)
    .where("subject", "!=", subjectOf({ cardId, answerId }))
    .executeTakeFirstOrThrow();
  return Number(count);
}

/** An answer by its card, so that those of one card are together. */
export function subjectOf({ cardId, answerId }: Pick<CardAnswer, "cardId" | "answerId">): string {
  return `${cardId}/${answerId}`;
}

/** The words of answers and views go; that there was an answer stays. */
async function forgetWords({ db, id }: Room, rows: readonly { seq: number; kind: string; body: string }[]) {
  for (const { seq, kind, body } of rows) {
    if (kind === "view") await db.deleteFrom("events").where("room", "=", id).where("seq", "=", seq).execute();
    if (kind !== "card answer") continue;
    const { answer } = JSON.parse(body) as { answer: CardAnswer };
    const stub = JSON.stringify({ cardId: answer.cardId, answerId: answer.answerId });
    await db
      .updateTable("events")
      .set({ kind: "answer taken", body: stub })
      .where("room", "=", id)
      .where("seq", "=", seq)
      .execute();
  }
}
