import { applyChange, type Change } from "../../change/change";
import type { Naming } from "../../letter/carryRenames";
import type { Note } from "../../model/note";
import { titleKey } from "../../model/titleKey";
import type { World } from "../../model/world";
import { sourcesOf } from "./namedSources";

/** Tables whose records are spoken of by their names. */
const NAMED = ["assignments", "classes", "ownColumns", "checklists", "statements"] as const;

/** Whether a change takes anything out that may be spoken of by its name. */
export function takesNames(change: Change): boolean {
  const isTakenOut = NAMED.some((table) => Object.keys(change[table]?.removed ?? {}).length > 0);
  return (
    isTakenOut ||
    Object.values(change.classes?.updated ?? {}).some(([before, after]) =>
      before.categories.some(({ id }) => !after.categories.some((one) => one.id === id)),
    )
  );
}

/** The notes that speak of something by a name that nothing has any more once a change is made. `world` is as it was before. */
export function notesThatName(change: Change, world: World, { notes }: Pick<Naming, "notes">): Note[] {
  const before = namesIn(world);
  const after = namesIn(applyChange(world, change));
  const gone = new Set([...before].filter((name) => !after.has(name)));
  if (gone.size === 0) return [];
  return notes.filter((note) => sourcesOf(note).some(({ kind, name }) => gone.has(`${kind}/${titleKey(name)}`)));
}

function namesIn({ assignments, classes, ownColumns, checklists, statements }: World): Set<string> {
  const names = new Set<string>();
  const add = (kind: string, name: string) => names.add(`${kind}/${titleKey(name)}`);
  for (const { title } of assignments.values()) add("assignment", title);
  for (const { categories } of classes.values()) for (const { name } of categories) add("category", name);
  for (const { name } of ownColumns.values()) add("own", name);
  for (const { name } of checklists.values()) add("checklist", name);
  for (const { name } of statements.values()) add("statement", name);
  return names;
}
