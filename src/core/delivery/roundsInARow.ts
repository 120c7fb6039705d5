import type { Round } from "./round";

/** Rounds of one note that follow each other within so long are one piece of work, in ms. */
const APART_MS = 3 * 60 * 60_000;

/**
 * Rounds in groups: those of one note that follow each other, as when feedback goes student by student, stand together; any
 * other stands alone. Both the groups and the rounds in them are the newest first, as they are given.
 */
export function roundsInARow(rounds: readonly Round[]): [Round, ...Round[]][] {
  const groups: [Round, ...Round[]][] = [];
  for (const round of rounds) {
    const group = groups.at(-1);
    const last = group?.at(-1);
    if (group && last && last.noteId === round.noteId && last.createdAt - round.createdAt <= APART_MS)
      group.push(round);
    else groups.push([round]);
  }
  return groups;
}

/** How many letters of some rounds are in each state. */
export function talliesTogether(tallies: readonly (Round["tally"] | undefined)[]): NonNullable<Round["tally"]> {
  const sum: NonNullable<Round["tally"]> = {};
  for (const tally of tallies)
    for (const [state, count] of Object.entries(tally ?? {}) as [keyof typeof sum, number][])
      sum[state] = (sum[state] ?? 0) + count;
  return sum;
}

/** Whether a round is a run of an automatic note that is ready and whose time is still to come. `now` in ms since the epoch. */
export function isStillToCome({ run, leavesAt }: Pick<Round, "run" | "leavesAt">, now: number): boolean {
  return run !== undefined && leavesAt > now;
}
