import { type Change, isEmptyChange } from "@/core/change/change";
import { addressesOfNoes, type FamilyAnswer, type FamilyEvent, familyAnswerSchema } from "@/core/families/familyEvent";
import { wishChange } from "@/core/families/wishChange";
import type { ContactCard } from "@/core/model/contactCard";
import { fullName } from "@/core/model/student";
import { counted } from "@/core/words";
import { type Commit, commitChange } from "./commitChange";
import type { VineDatabase } from "./openDatabase";

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
 * `now` in ms since the epoch.
 */
export async function takeInFamilyEvents(
  database: VineDatabase,
  journalId: string,
  events: readonly FamilyEvent[],
  now: number,
): Promise<Change> {
  const place = await familyJournalPlace(database);
  const known = place.journalId === journalId ? place.seq : 0;
  const fresh = events.filter(({ seq }) => seq > known);
  const hasWishes = fresh.some(({ kind }) => kind === "wish");
  const guardians = hasWishes ? await database.guardians.toArray() : [];
  const students = hasWishes ? await database.students.toArray() : [];
  const change = wishChange(fresh, {
    guardians: new Map(guardians.map((guardian) => [guardian.id, guardian])),
    students: new Map(students.map((student) => [student.id, student])),
  });
  const about = {
    words: wishWords(change),
    screen: "Families",
    ...(!isEmptyChange(change) && { kind: "wish" as const }),
  };
  const done = await commitChange(database, change, about, now, async () => {
    // Another tab may have read them meanwhile, and the teacher settled an answer since.
    const { seq: taken, journalId: of } = await familyJournalPlace(database);
    for (const event of fresh) {
      if (event.kind !== "card answer" || (of === journalId && event.seq <= taken)) continue;
      const { answer, at, seq: untoldSeq } = event;
      const record: FamilyAnswer = {
        id: answer.answerId,
        cardId: answer.cardId,
        at,
        state: "waiting",
        answer,
        untoldSeq,
      };
      await database.familyAnswers.put(familyAnswerSchema.parse(record));
    }
    await database.meta.bulkPut([
      { key: JOURNAL_ID, value: journalId },
      { key: JOURNAL_SEQ, value: Math.max(known, ...events.map(({ seq }) => seq)) },
    ]);
  });
  // Somebody changed one of them in the moment between: what families said is simply read again.
  if (!done.ok) return takeInFamilyEvents(database, journalId, events, now);
  return done.change;
}

/**
 * The numbers of answers that are on this disk and that the server was not told of. Only the browser with the card lets the
 * server forget them: another one may have read them as well.
 */
export async function untoldAnswers(database: VineDatabase): Promise<number[]> {
  const answers = await database.familyAnswers.filter(({ untoldSeq }) => untoldSeq !== undefined).toArray();
  const cards = new Set(await database.cards.toCollection().primaryKeys());
  return answers.flatMap(({ cardId, untoldSeq }) => (untoldSeq !== undefined && cards.has(cardId) ? [untoldSeq] : []));
}

/** The server was told of these answers. */
export async function answersWereTold(database: VineDatabase, seqs: readonly number[]): Promise<void> {
  const told = new Set(seqs);
  await database.familyAnswers
    .filter(({ untoldSeq }) => untoldSeq !== undefined && told.has(untoldSeq))
    .modify({ untoldSeq: undefined });
}

/** Answers that are settled here while letters wait for them on the server. */
export async function untoldSettlements(database: VineDatabase): Promise<string[]> {
  const answers = await database.familyAnswers
    .filter(({ isUntold, state }) => isUntold === true && state !== "waiting")
    .toArray();
  return answers.map(({ id }) => id);
}

/** The server was told that these answers are settled. */
export async function settlementsWereTold(database: VineDatabase, ids: readonly string[]): Promise<void> {
  await database.familyAnswers.where("id").anyOf(ids).modify({ isUntold: undefined });
}

/** "A wish of Ewa Wójcik", "Wishes of 3 guardians". */
function wishWords({ guardians, students }: Change): string {
  const changed = [...Object.values(guardians?.updated ?? {}), ...Object.values(students?.updated ?? {})].map(
    ([, one]) => fullName(one),
  );
  return changed.length === 1
    ? `A wish of ${changed[0]}.`
    : `Wishes of ${counted(changed.length, "person", "people")}.`;
}

/** Takes an answer in with the change that it makes, or refuses it; both or neither. `now` in ms since the epoch. */
export function settleAnswer(
  database: VineDatabase,
  answer: FamilyAnswer,
  state: Exclude<FamilyAnswer["state"], "waiting">,
  change: Change,
  now: number,
): Promise<Commit> {
  const words = `The answer about ${answer.answer.studentName} was ${state === "refused" ? "not used" : state}.`;
  const about = { words, screen: "Families", kind: "change", answers: { [answer.id]: state } } as const;
  return commitChange(database, change, about, now, async () => {
    const isUntold = addressesOfNoes(answer.answer).length > 0 ? true : undefined;
    await database.familyAnswers.update(answer.id, { state, isUntold });
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

/** All contact cards, the newest first. */
export async function cardsNewestFirst(database: VineDatabase): Promise<ContactCard[]> {
  return (await database.cards.toArray()).sort((a, b) => b.createdAt - a.createdAt);
}
