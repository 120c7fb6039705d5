import type { Change } from "@/core/change/change";
import type { ChangeAbout } from "@/core/change/changeEntry";
import { notesThatName, takesNames } from "@/core/check/reading/notesThatName";
import { carriedIn, renamingOf, withNamesCarried } from "@/core/letter/carryRenames";
import type { World } from "@/core/model/world";
import { fewOf, listed } from "@/core/words";
import { allThatName } from "@/store/allThatName";
import { renameInScheduled } from "@/store/scheduledRounds";
import type { VineDatabase } from "@/store/vineDatabase";

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
  const renaming = renamingOf(change, world);
  // Most changes of a class or a checklist leave every name where it is: nothing is read for them.
  if (!renaming && !takesNames(change)) return { change, about };
  const naming = await allThatName(database);
  const carried = renaming ? withNamesCarried(change, renaming, naming) : change;
  // What goes on under another name is gone from no note.
  const notes = naming.notes.map((note) => carried.notes?.updated[note.id]?.[1] ?? note);
  const names = notesThatName(change, world, { notes }).map(({ name }) => `“${name || "Note without a name"}”`);
  const verb = names.length === 1 ? "speaks" : "speak";
  const said = names.length > 0 ? { ...about, words: `${about.words} ${listed(fewOf(names))} ${verb} of it.` } : about;
  if (!renaming) return { change, about: said };
  return { change: carried, about: said, also: () => renameInScheduled(database, (note) => carriedIn(note, renaming)) };
}
