import { type Change, reverseChange } from "@/core/change/change";
import { type ChangeEntry, canBeTurned, nextToMakeAgain, nextToTakeBack } from "@/core/change/changeEntry";
import { keptNos } from "@/core/change/keptNos";
import { turnRecord } from "./applyBroughtIn";
import { type Commit, makeChange, whole } from "./commitChange";
import type { VineDatabase } from "./vineDatabase";

/** The list of changes, the newest first. */
export async function changesNewestFirst(database: VineDatabase): Promise<ChangeEntry[]> {
  return database.changes.orderBy("seq").reverse().toArray();
}

/** What a turn did, with the line of the list that it turned. */
export type Turn = Commit & { readonly entry?: ChangeEntry };

const GONE = "This change is not in the list any more: only the last ones are kept.";

/**
 * Takes a change of the list back, or makes it again when it was taken back; the newest that holds where none is named.
 * What was changed since elsewhere stays; where something newer hangs on it nothing is done. A no is never lifted.
 * `now` in ms since the epoch.
 */
export async function undoRedo(
  database: VineDatabase,
  wanted: { readonly seq: number } | "take back" | "make again",
  now: number,
): Promise<Turn> {
  let turned: ChangeEntry | undefined;
  const done = await whole(database, async () => {
    const entries = await database.changes.orderBy("seq").toArray();
    const entry =
      wanted === "take back"
        ? nextToTakeBack(entries)
        : wanted === "make again"
          ? nextToMakeAgain(entries)
          : entries.find(({ seq }) => seq === wanted.seq);
    if (!entry) return { ok: false, problem: typeof wanted === "string" ? `There is nothing to ${wanted}.` : GONE };
    if (!canBeTurned(entry))
      return { ok: false, problem: "What a family wished and what was sent can’t be taken back." };
    turned = entry;
    const change = await turnEntry(database, entry, now);
    return { ok: true, change, seq: entry.seq };
  });
  return { ...done, ...(turned && { entry: turned }) };
}

async function turnEntry(database: VineDatabase, entry: ChangeEntry, now: number): Promise<Change> {
  const record = entry.broughtInId === undefined ? undefined : await database.broughtIn.get(entry.broughtInId);
  if (record) return turnRecord(database, record, now);
  const isBack = entry.takenBackAt === undefined;
  const takenBackAt = isBack ? now : undefined;
  const made = entry.change ?? {};
  const change = await makeChange(database, isBack ? reverseChange(made) : made, now, keptNos);
  await database.changes.put({ ...entry, takenBackAt });
  for (const [id, state] of Object.entries(entry.answers ?? {}))
    await database.familyAnswers.update(id, { state: isBack ? "waiting" : state });
  return change;
}
