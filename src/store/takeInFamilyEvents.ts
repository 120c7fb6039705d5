import { type Change, isEmptyChange, setRows } from "@/core/change/change";
import {
  addressesOfOptOuts,
  type FamilyAnswer,
  type FamilyEvent,
  familyAnswerSchema,
} from "@/core/families/familyEvent";
import { wishChange } from "@/core/families/wishChange";
import type { ContactCard } from "@/core/model/contactCard";
import { fullName } from "@/core/model/student";
import type { View } from "@/core/model/view";
import { counted } from "@/core/words";
import { type Commit, commitChange } from "./commitChange";
import { logPlace, moveLogPlace } from "./logPlace";
import { addToOutbox } from "./outbox";
import type { VineDatabase } from "./vineDatabase";

/**
 * Takes in what families said, and remembers how far the log has been read, both or neither. Answers to cards wait for the
 * teacher; an answer that was sent again waits again. Wishes hold at once: the change that they make is given back.
 * `now` in ms since the epoch.
 */
export async function takeInFamilyEvents(
  database: VineDatabase,
  logId: string,
  events: readonly FamilyEvent[],
  upTo: number,
  now: number,
): Promise<Change> {
  const place = await logPlace(database);
  const known = place.logId === logId ? place.seq : 0;
  const fresh = events.filter(({ seq }) => seq > known);
  const hasWishes = fresh.some(({ kind }) => kind === "wish");
  const guardians = hasWishes ? await database.guardians.toArray() : [];
  const students = hasWishes ? await database.students.toArray() : [];
  const change = wishChange(fresh, {
    guardians: new Map(guardians.map((guardian) => [guardian.id, guardian])),
    students: new Map(students.map((student) => [student.id, student])),
  });
  const views = await viewsChange(database, fresh);
  const whole = { ...change, ...views };
  const about = {
    words: isEmptyChange(change) ? viewWords(views) : wishWords(change),
    screen: isEmptyChange(change) ? "Marking" : "Families",
    ...(!isEmptyChange(whole) && { kind: "wish" as const }),
  };
  const done = await commitChange(database, whole, about, now, async () => {
    // Another tab may have read them meanwhile, and the teacher settled an answer since.
    const { seq: taken, logId: of } = await logPlace(database);
    await tellOfTaken(database, logId, fresh);
    for (const event of fresh) {
      if (event.kind !== "card answer" || (of === logId && event.seq <= taken)) continue;
      const { answer, at } = event;
      const record: FamilyAnswer = {
        id: answer.answerId,
        cardId: answer.cardId,
        at,
        state: "waiting",
        answer,
      };
      await database.familyAnswers.put(familyAnswerSchema.parse(record));
    }
    await moveLogPlace(database, logId, upTo);
  });
  // Somebody changed one of them in the moment between: what families said is simply read again.
  if (!done.ok) return takeInFamilyEvents(database, logId, events, upTo, now);
  return done.change;
}

/**
 * What views that came in change: each is matched with its assignment by the page it came from, and with its student by the link
 * or by the number that was typed. Whose number nobody has is kept without a student.
 */
async function viewsChange(database: VineDatabase, events: readonly FamilyEvent[]): Promise<Change> {
  const said = events.flatMap((event) => (event.kind === "view" ? [event] : []));
  if (said.length === 0) return {};
  const markings = new Map((await database.markings.toArray()).map((one) => [one.viewPage?.id, one]));
  const classes = new Map((await database.classes.toArray()).map((one) => [one.id, one]));
  const students = await database.students.toArray();
  const known = new Map((await database.views.toArray()).map((one) => [one.id, one]));
  const rows = said.flatMap(({ at, view }): [string, View][] => {
    const marking = markings.get(view.pageId);
    if (!marking) return [];
    const inClass = new Set(classes.get(marking.classId)?.studentIds);
    const number = view.studentNumber.trim().toLowerCase();
    const found = students.filter(
      ({ id, studentNumber }) =>
        inClass.has(id) &&
        (view.studentId ? id === view.studentId : number !== "" && studentNumber.toLowerCase() === number),
    );
    const { answerId: id, by, studentNumber, reached, comment } = view;
    const studentId = found.length === 1 ? (found[0]?.id ?? "") : "";
    const inFeedback = known.get(id)?.inFeedback ?? false;
    return [[id, { id, assignmentId: marking.id, by, studentId, studentNumber, reached, comment, inFeedback, at }]];
  });
  return { views: setRows<"views">(known, new Map(rows)) };
}

function viewWords({ views }: Change): string {
  const count = Object.keys({ ...views?.added, ...views?.updated }).length;
  return `${counted(count, "view")} of an assignment came in.`;
}

/**
 * Answers and views are on this disk: the server may let their words go. Only the browser with the card or the marking tells
 * it so: another one may have read them as well.
 */
async function tellOfTaken(database: VineDatabase, logId: string, events: readonly FamilyEvent[]): Promise<void> {
  const cards = new Set<string>(await database.cards.toCollection().primaryKeys());
  const pages = new Set((await database.markings.toArray()).map(({ viewPage }) => viewPage?.id));
  const taken = events.filter(
    (event) =>
      (event.kind === "card answer" && cards.has(event.answer.cardId)) ||
      (event.kind === "view" && pages.has(event.view.pageId)),
  );
  await addToOutbox(
    database,
    taken.map(({ seq }) => ({ kind: "answer" as const, logId, seq })),
  );
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
    await database.familyAnswers.update(answer.id, { state });
    if (addressesOfOptOuts(answer.answer).length > 0)
      await addToOutbox(database, [{ kind: "settled", answerId: answer.id }]);
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
