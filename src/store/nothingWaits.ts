import { isFinal, letterStateSchema } from "@/core/delivery/letterState";
import { recountLetters } from "./recountLetters";
import type { VineDatabase } from "./vineDatabase";

const WAITED =
  "It waited to leave when the backup was made that was put back. Where nothing else is said here, look whether it left.";

/**
 * In data that was put back nothing waits to leave: what did is with the post room, whose log says what became of it, or
 * it is not certain. What was only scheduled is as if it had never been.
 */
export function nothingWaits(database: VineDatabase, now: number): Promise<void> {
  return database.transaction("rw", database.letters, database.rounds, async () => {
    const waiting = await database.letters
      .where("state")
      .anyOf(letterStateSchema.options.filter((state) => !isFinal(state)))
      .toArray();
    const ids = [...new Set(waiting.map(({ roundId }) => roundId))];
    const rounds = await database.rounds.bulkGet(ids);
    const scheduled = new Set(rounds.flatMap((round) => (round?.run && !round.run.byWord ? round.id : [])));
    await database.letters.bulkPut(
      waiting.map(({ nextAt: _nextAt, ...letter }) =>
        scheduled.has(letter.roundId)
          ? { ...letter, state: "withdrawn" as const, stateAt: now, serverAnswer: "" }
          : { ...letter, state: "uncertain" as const, stateAt: now, serverAnswer: WAITED },
      ),
    );
    await recountLetters(database, ids);
  });
}
