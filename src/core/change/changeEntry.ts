import * as z from "zod";
import type { Change } from "./change";

/** The most changes that are listed; older ones can't be taken back any more. */
export const MOST_CHANGES_LISTED = 200;

/** One line of the list of what was changed in this browser, newest last. */
export const changeEntrySchema = z.object({
  /** Rises with each change. */
  seq: z.number().int(),
  /** When it was made, ms since the epoch. */
  at: z.number(),
  /** What was done, as a sentence: "The address of Ewa Wójcik was changed." */
  words: z.string(),
  /** The screen it was made on, as the stem names it. */
  screen: z.string(),
  /** What a family wished, and what was sent, is listed too, and no undo reaches it. */
  kind: z.enum(["change", "brought in", "wish", "round"]),
  /** What was changed, with only what differs; a bring-in has its change in a record of its own. */
  change: z.custom<Change>((value) => typeof value === "object" && value !== null).optional(),
  broughtInId: z.string().optional(),
  /** Answers to contact cards that were settled with it, and as what: they wait again when it is taken back. */
  answers: z.record(z.string(), z.enum(["taken in", "refused"])).optional(),
  /** Changes of the same thing that follow each other closely are one line; see `joinedEntry`. */
  joins: z.string().optional(),
  /** When it was taken back, ms since the epoch; none while it holds. */
  takenBackAt: z.number().optional(),
});
export type ChangeEntry = z.infer<typeof changeEntrySchema>;

/** What a change is called when it is made. */
export type ChangeAbout = Pick<ChangeEntry, "words" | "screen"> &
  Partial<Pick<ChangeEntry, "kind" | "joins" | "answers" | "broughtInId">>;

/** Whether a line of the list can be taken back or made again. */
export function canBeTurned({ kind }: Pick<ChangeEntry, "kind">): boolean {
  return kind === "change" || kind === "brought in";
}

/** The line that undo takes back: the newest that holds. `entries` oldest first. */
export function nextToTakeBack(entries: readonly ChangeEntry[]): ChangeEntry | undefined {
  return entries.findLast((entry) => canBeTurned(entry) && entry.takenBackAt === undefined);
}

/** The line that is made again: what was taken back last, unless something new was changed since. `entries` oldest first. */
export function nextToMakeAgain(entries: readonly ChangeEntry[]): ChangeEntry | undefined {
  const takenBack = entries.filter(({ takenBackAt }) => takenBackAt !== undefined);
  // Of several taken back within one millisecond the oldest was last.
  const last = takenBack.reduce<ChangeEntry | undefined>(
    (best, entry) => (best && (best.takenBackAt ?? 0) >= (entry.takenBackAt ?? 0) ? best : entry),
    undefined,
  );
  const newest = entries.findLast((entry) => canBeTurned(entry) && entry.takenBackAt === undefined);
  return last && newest && newest.at > (last.takenBackAt ?? 0) ? undefined : last;
}
