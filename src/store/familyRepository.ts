import type { Change } from "@/core/change/change";
import { type ContactCard, contactCardSchema } from "@/core/families/contactCard";
import { type FamilyAnswer, type FamilyEvent, familyAnswerSchema } from "@/core/families/familyEvent";
import { wishChange } from "@/core/families/wishChange";
import type { VineDatabase } from "./database";
import { commitChange } from "./worldRepository";

const JOURNAL_ID = "family journal id";
const JOURNAL_SEQ = "family journal seq";

/** How far the journal of what families say has been taken in. */
export async function familyJournalPlace(database: VineDatabase): Promise<{ journalId: string; seq: number }> {
  const [id, seq] = await database.meta.bulkGet([JOURNAL_ID, JOURNAL_SEQ]);
  return { journalId: String(id?.value ?? ""), seq: Number(seq?.value ?? 0) };
}

/**
 * Takes in what families said, and remembers how far it has been read, both or neither. Answers to cards wait for the
 * teacher; an answer that was sent again waits again. Wishes hold at once: the change that they make is given back.
 */
export function takeInFamilyEvents(
  database: VineDatabase,
  journalId: string,
  events: readonly FamilyEvent[],
): Promise<Change> {
  return database.transaction("rw", database.tables, async () => {
    const place = await familyJournalPlace(database);
    const known = place.journalId === journalId ? place.seq : 0;
    const fresh = events.filter(({ seq }) => seq > known);
    for (const event of fresh) {
      if (event.kind !== "card answer") continue;
      const { answer, at } = event;
      const record: FamilyAnswer = { id: answer.answerId, cardId: answer.cardId, at, state: "waiting", answer };
      await database.familyAnswers.put(familyAnswerSchema.parse(record));
    }
    const ids = fresh.flatMap((event) => (event.kind === "wish" ? [event.guardianId] : []));
    const guardians = (await database.guardians.bulkGet(ids)).flatMap((guardian) => guardian ?? []);
    const change = wishChange(fresh, { guardians: new Map(guardians.map((guardian) => [guardian.id, guardian])) });
    await commitChange(database, change);
    await database.meta.bulkPut([
      { key: JOURNAL_ID, value: journalId },
      { key: JOURNAL_SEQ, value: Math.max(known, ...events.map(({ seq }) => seq)) },
    ]);
    return change;
  });
}

/** Takes an answer in with the change that it makes, or refuses it; both or neither. */
export function settleAnswer(
  database: VineDatabase,
  answerId: string,
  state: FamilyAnswer["state"],
  change: Change,
): Promise<void> {
  return database.transaction("rw", database.tables, async () => {
    await commitChange(database, change);
    await database.familyAnswers.update(answerId, { state });
  });
}

/** The answers that wait for the teacher, the oldest first. */
export async function waitingAnswers(database: VineDatabase): Promise<FamilyAnswer[]> {
  const answers = await database.familyAnswers.where({ state: "waiting" }).toArray();
  return answers.sort((a, b) => a.at - b.at);
}

/** How many answers each card has had, by state. */
export async function answersOfCard(database: VineDatabase, cardId: string): Promise<FamilyAnswer[]> {
  return (await database.familyAnswers.toArray()).filter((answer) => answer.cardId === cardId);
}

export async function saveCard(database: VineDatabase, card: ContactCard): Promise<void> {
  await database.cards.put(contactCardSchema.parse(card));
}

/** All contact cards, the newest first. */
export async function cardsNewestFirst(database: VineDatabase): Promise<ContactCard[]> {
  return (await database.cards.toArray()).sort((a, b) => b.createdAt - a.createdAt);
}
