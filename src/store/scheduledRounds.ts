import { mayWithdraw } from "@/core/delivery/letterState";
import { mayMoveRun, type Run, runSchema } from "@/core/delivery/plans/run";
import { readersOfLetter } from "@/core/delivery/readersOfLetter";
import type { Letter, Round } from "@/core/delivery/round";
import {
  type Replacement,
  replacementSchema,
  type ScheduledRound,
  scheduledRoundSchema,
} from "@/core/delivery/scheduledRound";
import type { Note } from "@/core/model/note";
import type { WrittenMark } from "@/core/model/noteKind";
import { countChange, countedChanges } from "./countedChanges";
import { dropLetters } from "./letterBlocks";
import { addToOutbox, waitingInOutbox } from "./outbox";
import { recountLetters } from "./recountLetters";
import type { StagedLetters } from "./stageLetters";
import type { VineDatabase } from "./vineDatabase";

/** The rounds that are rebuilt until they leave. */
export function scheduledRounds(database: VineDatabase): Promise<ScheduledRound[]> {
  return database.laidRounds.toArray();
}

export function findScheduled(database: VineDatabase, id: string): Promise<ScheduledRound | undefined> {
  return database.laidRounds.get(id);
}

/**
 * Marks rounds as outdated by one more change; frozen ones stay as they are. `isOfData`: the data is about to change. Gives
 * the number of the change of the data.
 */
export function markOutdated(database: VineDatabase, ids: readonly string[], isOfData: boolean): Promise<number> {
  return database.transaction("rw", ["laidRounds", "meta", "outbox"], async () => {
    const { all: change, ofData } = await countChange(database, isOfData);
    const known: (ScheduledRound | undefined)[] = ids.length > 0 ? await database.laidRounds.bulkGet([...ids]) : [];
    const rows = known.filter((row): row is ScheduledRound => row !== undefined && row.state !== "frozen");
    if (rows.length > 0)
      await database.laidRounds.bulkPut(rows.map((row) => ({ ...row, state: "outdated" as const, change })));
    // What the post room has no letters of is none of its business.
    await addToOutbox(
      database,
      rows.flatMap(({ id, hasLetters }) => (hasLetters ? [{ kind: "outdated" as const, roundId: id, change }] : [])),
    );
    return ofData;
  });
}

/** Makes the notes of rounds that wait for their time speak of things under other names. Within a transaction. */
export async function renameInScheduled({ laidRounds }: VineDatabase, carried: (note: Note) => Note): Promise<void> {
  for (const row of await laidRounds.toArray())
    if (row.note && carried(row.note) !== row.note) await laidRounds.put({ ...row, note: carried(row.note) });
}

/** Keeps that a round is about to be scheduled, where it is not kept yet; gives it as it is. It is touched by all that was counted by then. */
export function reserveScheduled(
  database: VineDatabase,
  scheduled: Omit<ScheduledRound, "change">,
): Promise<ScheduledRound> {
  return database.transaction("rw", ["laidRounds", "meta"], async () => {
    const known: ScheduledRound | undefined = await database.laidRounds.get(scheduled.id);
    if (known) return known;
    const whole = scheduledRoundSchema.parse({ ...scheduled, change: (await countedChanges(database)).all });
    await database.laidRounds.put(whole);
    return whole;
  });
}

/** What a round that is scheduled consists of, beside its letters. */
export interface Laying {
  readonly round: Round;
  readonly staged: StagedLetters;
  readonly marks: Readonly<Record<string, WrittenMark>>;
  /** The last change that it was made after. */
  readonly change: number;
  readonly run: Run;
  readonly stagedAs: string;
  readonly digests: readonly Digest[];
}

/** Keeps a run with its letters for the first time. A run that is scheduled already stays: false then. */
export function saveScheduled(
  database: VineDatabase,
  { round, staged, marks, change, run, stagedAs, digests }: Laying,
): Promise<boolean> {
  return database.transaction("rw", database.tables, async () => {
    const known = await database.runs.get(run.id);
    if (!mayMoveRun(known?.state, run.state) || (await database.rounds.get(round.id))) return false;
    await database.runs.put(runSchema.parse(run));
    const scheduled: ScheduledRound | undefined = await database.laidRounds.get(round.id);
    // Something may have been changed while it was made.
    const state = scheduled && scheduled.change <= change ? "fresh" : "outdated";
    await changeScheduled(database, round.id, { state, hasLetters: staged.count > 0, held: undefined });
    if (scheduled && state === "outdated" && staged.count > 0)
      await addToOutbox(database, [{ kind: "outdated", roundId: round.id, change: scheduled.change }]);
    if (staged.count === 0) return true;
    await database.letters.where({ roundId: stagedAs }).modify({ roundId: round.id });
    for (const { id, gathers } of digests)
      await database.letters.where("id").anyOf(gathers).modify({ digestLetterId: id });
    await database.rounds.add({ tally: { prepared: staged.count }, ...round });
    await database.roundPeople.add({ id: round.id, people: staged.people, marks: { ...marks } });
    await database.roundWords.add({ id: round.id, letters: staged.words });
    return true;
  });
}

/** A round as it will be once its new letters have come. */
export interface LettersRebuilt {
  /** Under which the new letters were staged. */
  readonly stagedAs: string;
  readonly staged: StagedLetters;
  readonly replacement: Replacement;
  readonly marks: Readonly<Record<string, WrittenMark>>;
  readonly about: Partial<Round>;
  readonly news: ScheduledRound["news"];
  readonly digests: readonly Digest[];
}

/** A digest with the letters that stand in it. */
export interface Digest {
  readonly id: string;
  readonly gathers: readonly string[];
}

/** Whether letters of a round are on their way to take the place of others. */
export async function isBeingReplaced(database: VineDatabase, roundId: string): Promise<boolean> {
  return (await openReplacements(database)).some(({ id }) => id === roundId);
}

/**
 * Begins to put new letters in the place of others: from now on that goes on by itself, whatever is closed. Errors: others
 * are on their way already; nothing was changed then.
 */
export function beginReplacement(database: VineDatabase, made: LettersRebuilt): Promise<void> {
  const { stagedAs, staged, replacement, marks, about, news, digests } = made;
  const { id } = replacement;
  return database.transaction("rw", database.tables, async () => {
    if (await isBeingReplaced(database, id)) throw new Error("Its letters are being replaced already.");
    await database.letters.where({ roundId: stagedAs }).modify({ roundId: id });
    await addToOutbox(database, [{ kind: "replacement", replacement: replacementSchema.parse(replacement) }]);
    const people = await database.roundPeople.get(id);
    await database.roundPeople.put({
      id,
      people: [...(people?.people ?? []), ...staged.people],
      marks: { ...people?.marks, ...marks },
    });
    const words = await database.roundWords.get(id);
    await database.roundWords.put({ id, letters: [...(words?.letters ?? []), ...staged.words] });
    await database.rounds.update(id, about);
    for (const one of digests) await database.letters.where("id").anyOf(one.gathers).modify({ digestLetterId: one.id });
    await changeScheduled(database, id, { news, held: undefined });
  });
}

/** A round leaves as it is, whatever was changed. */
export async function keepAsItIs(database: VineDatabase, { id, change }: ScheduledRound): Promise<void> {
  if (await isBeingReplaced(database, id)) return;
  await addToOutbox(database, [{ kind: "replacement", replacement: { id, change, old: [], added: [] } }]);
}

export async function openReplacements(database: VineDatabase): Promise<Replacement[]> {
  return (await waitingInOutbox(database, "replacement")).map(({ replacement }) => replacement);
}

/** The letters that are on their way to take the place of others: they are handed over apart. */
export async function replacingIds(database: VineDatabase): Promise<Set<string>> {
  const all = await openReplacements(database);
  return new Set(all.flatMap(({ old, added }) => [...old.flatMap(({ by }) => by ?? []), ...added]));
}

/** The post room has put new letters in the place of old ones, but for those that were gone. Both are never there. */
export function endReplacement(
  database: VineDatabase,
  { id, change, old }: Replacement,
  { kept, notTaken }: { readonly kept: readonly string[]; readonly notTaken: readonly string[] },
): Promise<void> {
  return database.transaction("rw", database.tables, async () => {
    const stays = new Set(kept);
    const gone = [...old.flatMap((one) => (stays.has(one.id) ? [] : [one.id])), ...notTaken];
    await dropLetters(database, gone);
    await database.outbox.delete(`replacement/${id}`);
    await updatePeople(database, id, new Set(gone));
    await settle(database, id, change);
    const scheduled = await database.laidRounds.get(id);
    // It was to stay as it is while this was on its way: nobody makes it again after what it was outdated by since.
    if (scheduled?.state === "frozen" && scheduled.change > change) await keepAsItIs(database, scheduled);
  });
}

/** A round was found as it should be: nothing changes, and it leaves as it is. */
export async function settle(database: VineDatabase, id: string, change: number): Promise<void> {
  const scheduled = await database.laidRounds.get(id);
  if (!scheduled || scheduled.change > change || scheduled.state !== "outdated") return;
  await changeScheduled(database, id, { state: "fresh", hasLetters: true, held: undefined });
  // It is as it should be after that change: nobody need be told of it any more.
  await database.outbox.delete(`outdated/${id}`);
}

/** Changes some of what is kept of a scheduled round; one that is not there any more is left so. */
export async function changeScheduled(
  database: VineDatabase,
  id: string,
  part: Partial<ScheduledRound>,
): Promise<void> {
  const row: ScheduledRound | undefined = await database.laidRounds.get(id);
  if (row) await database.laidRounds.put({ ...row, ...part });
}

/** Whom a round is to and what is searched of it, after letters of it went and came. */
async function updatePeople(database: VineDatabase, id: string, gone: ReadonlySet<string>): Promise<void> {
  const letters = await database.letters.where({ roundId: id }).toArray();
  const row = await database.roundPeople.get(id);
  await database.roundPeople.put({
    id,
    people: letters.flatMap(readersOfLetter),
    ...(row?.marks && { marks: row.marks }),
  });
  const words = await database.roundWords.get(id);
  await database.roundWords.put({ id, letters: (words?.letters ?? []).filter(([letterId]) => !gone.has(letterId)) });
  await database.rounds.update(id, { letterCount: letters.length });
  await recountLetters(database, [id]);
}

/** The letters of a round that wait, and the keys of those that have met their fate, or are about to. */
export async function lettersToRebuild(
  database: VineDatabase,
  roundId: string,
): Promise<{ existing: Letter[]; doneKeys: ReadonlySet<string> }> {
  const letters = await database.letters.where({ roundId }).toArray();
  const existing = letters.filter(({ state }) => mayWithdraw(state));
  const done = letters.filter(({ state }) => !mayWithdraw(state));
  return { existing, doneKeys: new Set(done.map(({ key, id }) => key ?? id)) };
}

/** Rounds that the teacher takes back are not rebuilt any more; a run of a plan does not go this time. */
export async function forgetTakenBack(database: VineDatabase, roundIds: readonly string[]): Promise<void> {
  const known: (ScheduledRound | undefined)[] = await database.laidRounds.bulkGet([...roundIds]);
  for (const { runId: id } of known.filter((row): row is ScheduledRound => row !== undefined)) {
    const run = id === undefined ? undefined : await database.runs.get(id);
    if (run && mayMoveRun(run.state, "skipped")) await database.runs.put({ ...run, state: "skipped" });
  }
  await forgetScheduled(database, roundIds);
}

/** Forgets rounds that were scheduled; what of them is with the post room is called back apart. */
export function forgetScheduled(database: VineDatabase, ids: readonly string[]): Promise<void> {
  return database.transaction("rw", ["laidRounds", "outbox"], async () => {
    await database.laidRounds.bulkDelete([...ids]);
    await database.outbox.bulkDelete(ids.flatMap((id) => [`replacement/${id}`, `outdated/${id}`]));
  });
}

/** Runs of which no letter ever left leave nothing behind in the record, once they are called back. */
export function dropUnsentRuns(database: VineDatabase): Promise<void> {
  return database.transaction("rw", database.tables, async () => {
    const scheduled = new Set(await database.laidRounds.toCollection().primaryKeys());
    const rounds = await database.rounds.filter(({ id, run }) => run !== undefined && !scheduled.has(id)).toArray();
    for (const { id, takeBackAskedAt } of rounds) {
      const letters = await database.letters.where({ roundId: id }).toArray();
      if (
        takeBackAskedAt !== undefined ||
        letters.some(({ state, serverAnswer }) => state !== "withdrawn" || serverAnswer)
      )
        continue;
      await dropLetters(
        database,
        letters.map((letter) => letter.id),
      );
      for (const table of [database.rounds, database.roundPeople, database.roundWords]) await table.delete(id);
    }
  });
}
