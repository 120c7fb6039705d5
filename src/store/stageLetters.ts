import * as z from "zod";
import type { Change } from "@/core/change/change";
import { readersOfLetter } from "@/core/delivery/readersOfLetter";
import { letterSchema, type Round, roundSchema, type WholeLetter, wholeLetterSchema } from "@/core/delivery/round";
import { type ScheduledRound, scheduledRoundSchema } from "@/core/delivery/scheduledRound";
import { searchedWords } from "@/core/delivery/searchedWords";
import type { WrittenMark } from "@/core/model/noteKind";
import { type Commit, commitChange } from "./commitChange";
import { dropLetters, keepWords } from "./letterBlocks";
import { forgetPendingSend } from "./pendingSends";
import { tallyOf } from "./recountLetters";
import type { RecordOf } from "./tables";
import type { VineDatabase } from "./vineDatabase";

/** What is known of a round's letters beside themselves while they are made, some at a time. */
export interface StagedLetters {
  readonly people: RecordOf<"roundPeople">["people"];
  readonly words: RecordOf<"roundWords">["letters"];
  readonly count: number;
  /** By student and recipient: what the letters are remembered by. */
  readonly marks?: Readonly<Record<string, WrittenMark>>;
}

/** A round of which nothing was made yet. */
export const NOTHING_STAGED: StagedLetters = { people: [], words: [], count: 0 };

/** Keeps some letters of a round that is being made; none of them leaves before the round is kept. */
export async function stageLetters(
  database: VineDatabase,
  letters: readonly WholeLetter[],
  before: StagedLetters,
): Promise<StagedLetters> {
  const whole = z.array(wholeLetterSchema).parse(letters);
  await database.transaction("rw", database.letters, database.letterBlocks, async () => {
    // What is kept of a letter itself has no text: the schema leaves it out.
    await database.letters.bulkAdd(whole.map((letter) => letterSchema.parse(letter)));
    await keepWords(database, whole);
  });
  return {
    people: [...before.people, ...whole.flatMap(readersOfLetter)],
    words: [...before.words, ...whole.map((letter): [string, string] => [letter.id, searchedWords(letter)])],
    count: before.count + whole.length,
  };
}

/**
 * Keeps a round whose letters are all staged, with what sending it changes; from now on they may leave. `now` in ms
 * since the epoch.
 */
export function keepRound(
  database: VineDatabase,
  round: Round,
  staged: StagedLetters,
  wanted: Change,
  screen: string,
  now: number,
  announced?: ScheduledRound,
): Promise<Commit> {
  const about = { words: `“${round.noteName}”: ${round.summary}`, screen, kind: "round" } as const;
  return commitChange(database, wanted, about, now, async () => {
    await forgetPendingSend(database, round.id);
    await database.rounds.add(roundSchema.parse({ ...round, tally: await tallyOf(database, round.id) }));
    if (announced) await database.laidRounds.put(scheduledRoundSchema.parse(announced));
    await database.roundPeople.add({
      ...{ id: round.id, people: staged.people },
      ...(staged.marks && { marks: { ...staged.marks } }),
    });
    await database.roundWords.add({ id: round.id, letters: staged.words });
  });
}

/** Lets go of the letters of a round that is not kept after all. */
export async function dropStaged(database: VineDatabase, { words }: StagedLetters): Promise<void> {
  const ids = words.map(([id]) => id);
  await database.transaction("rw", database.letters, database.letterBlocks, () => dropLetters(database, ids));
}

/** Lets go of letters whose round was never kept, because the page was closed while they were made. */
export async function dropUnfinished(database: VineDatabase): Promise<void> {
  const { letters, letterBlocks, rounds } = database;
  await database.transaction("rw", letters, letterBlocks, rounds, async () => {
    const kept = new Set(await rounds.toCollection().primaryKeys());
    const ids = (await letters.where("state").anyOf("prepared", "printed").toArray())
      .filter(({ roundId }) => !kept.has(roundId))
      .map(({ id }) => id);
    await dropLetters(database, ids);
  });
}
