import { hasSource, sourceOf } from "../../letter/fields/fieldsFor";
import { classLabel, type SchoolClass } from "../../model/schoolClass";
import { titleKey } from "../../model/titleKey";
import type { World } from "../../model/world";
import { type SourceUse, sourcesOf } from "../reading/namedSources";
import type { FindingDetails, NoteScene } from "./findingKind";

/** Something that a note names, and that not all of its classes have. */
export interface LackingSource extends Pick<FindingDetails, "path"> {
  readonly use: SourceUse;
  /** The classes without it, by their names. */
  readonly lacking: readonly string[];
  readonly isInNone: boolean;
}

const known = new WeakMap<NoteScene, readonly LackingSource[]>();

/** What a note names and some of its classes lack, each once for its conditions and once for its words; several kinds ask. */
export function lackingSources(scene: NoteScene): readonly LackingSource[] {
  const made = known.get(scene) ?? lackingIn(scene);
  known.set(scene, made);
  return made;
}

function lackingIn({ index: { world }, note }: NoteScene): LackingSource[] {
  const { classIds } = note.selection;
  const classes = [...world.classes.values()].filter(({ id }) => classIds === "all" || classIds.includes(id));
  const found = new Map<string, LackingSource>();
  for (const use of sourcesOf(note)) {
    const lacking = classes.filter((one) => !hasIt(one, use, world));
    // Criteria of one assignment share its title.
    const named = use.kind === "criterion" ? use.field : titleKey(use.name);
    const key = `${use.by === "condition" ? "condition" : "words"}/${use.kind}/${named}/${use.place}/${use.language ?? ""}`;
    if (found.has(key) || lacking.length === 0) continue;
    const path = {
      field: use.field || use.name,
      ...(use.place && { place: use.place }),
      ...(use.language && { language: use.language }),
    };
    found.set(key, { use, path, lacking: lacking.map(classLabel), isInNone: lacking.length === classes.length });
  }
  return [...found.values()];
}

function hasIt(schoolClass: SchoolClass, { kind, name, field }: SourceUse, world: World): boolean {
  const key = titleKey(name);
  switch (kind) {
    case "category":
      return schoolClass.categories.some((category) => titleKey(category.name) === key);
    case "assignment":
      return titlesOf(world).get(schoolClass.id)?.has(key) ?? false;
    case "criterion": {
      const source = sourceOf(field);
      const wanted = source?.kind === "criterion" ? titleKey(source.criterion.criterion) : "";
      return [...world.assignments.values()].some(
        ({ classId, title, rubric = [] }) =>
          classId === schoolClass.id && titleKey(title) === key && rubric.some((one) => titleKey(one.name) === wanted),
      );
    }
    case "checklist":
      return [...world.checklists.values()].some(
        (one) => (one.classId === "all" || one.classId === schoolClass.id) && titleKey(one.name) === key,
      );
    case "own":
      return [...world.ownColumns.values()].some(
        (column) => titleKey(column.name) === key && (column.classId === "all" || column.classId === schoolClass.id),
      );
    case "statement":
      return hasSource(field, world);
  }
}

const titles = new WeakMap<World["assignments"], ReadonlyMap<string, ReadonlySet<string>>>();

/** The titles of each class, gathered once for a state of the gradebook. */
function titlesOf({ assignments }: World): ReadonlyMap<string, ReadonlySet<string>> {
  const known = titles.get(assignments);
  if (known) return known;
  const made = new Map<string, Set<string>>();
  for (const { classId, title } of assignments.values())
    made.set(classId, (made.get(classId) ?? new Set()).add(titleKey(title)));
  titles.set(assignments, made);
  return made;
}
