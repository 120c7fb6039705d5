import type { Change } from "@/core/change/change";
import type { ChangeAbout } from "@/core/change/changeEntry";
import { notesThatName } from "@/core/check/reading/notesThatName";
import { noteCarrier, renamesIn, withNamesCarried } from "@/core/letter/carryRenames";
import type { World } from "@/core/model/world";
import { fewOf, listed } from "@/core/words";
import { allThatName } from "@/store/allThatName";
import { renameInScheduled } from "@/store/scheduledRounds";
import type { VineDatabase } from "@/store/vineDatabase";

/** Tables whose records are spoken of by their names. */
const NAMED = ["assignments", "classes", "ownColumns", "checklists", "statements"] as const;

/** A change with what follows from the names in it, what is said of it, and what belongs into its transaction. */
interface Carried {
  readonly change: Change;
  readonly about: ChangeAbout;
  readonly also?: () => Promise<void>;
}

/**
 * What is called otherwise goes on under its new name in notes, templates, selections, pages and rounds that wait. Where
 * something is deleted that notes speak of, they are named.
 */
export async function carryNames(
  database: VineDatabase,
  world: World,
  change: Change,
  about: ChangeAbout,
): Promise<Carried> {
  if (!NAMED.some((table) => change[table])) return { change, about };
  const naming = await allThatName(database);
  const carried = withNamesCarried(change, world, naming);
  // What goes on under another name is gone from no note.
  const notes = naming.notes.map((note) => carried.notes?.updated[note.id]?.[1] ?? note);
  const names = notesThatName(change, world, { notes }).map(({ name }) => `“${name || "Note without a name"}”`);
  const verb = names.length === 1 ? "speaks" : "speak";
  const said = names.length > 0 ? { ...about, words: `${about.words} ${listed(fewOf(names))} ${verb} of it.` } : about;
  if (renamesIn(change).length === 0) return { change, about: said };
  const carrier = noteCarrier(change, world);
  return { change: carried, about: said, also: () => renameInScheduled(database, carrier) };
}
