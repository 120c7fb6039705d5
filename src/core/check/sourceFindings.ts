import type { FiguresIndex } from "../figures/figuresIndex";
import { hasSource, sourceOf } from "../letter/fieldsFor";
import type { Note } from "../model/note";
import { classLabel, type SchoolClass } from "../model/schoolClass";
import { titleKey } from "../model/titleKey";
import type { World } from "../model/world";
import { designOf } from "../report/designs";
import { type Finding, findingOf } from "./finding";
import { type SourceUse, sourcesOf } from "./namedSources";

/**
 * What a note names that is in none of its classes: a stop, since nobody would be selected by it, or nothing would stand there.
 * Where only some of the classes have it, a line says so.
 */
export function sourceFindings({ world }: FiguresIndex, note: Note): Finding[] {
  const { classIds } = note.selection;
  const classes = [...world.classes.values()].filter(({ id }) => classIds === "all" || classIds.includes(id));
  const findings = new Map<string, Finding>();
  if ((note.reports ?? []).some(({ design }) => !designOf(world, design, note.language)))
    findings.set("design", findingOf("gone-design"));
  for (const use of sourcesOf(note)) {
    const having = classes.filter((one) => hasIt(one, use, world));
    // Criteria of one assignment share its title.
    const named = use.kind === "criterion" ? use.field : titleKey(use.name);
    const key = `${use.by === "condition" ? "condition" : "words"}/${use.kind}/${named}/${use.place}/${use.language ?? ""}`;
    if (findings.has(key) || having.length === classes.length || classes.length === 0) continue;
    const path = {
      field: use.field || use.name,
      ...(use.place && { place: use.place }),
      ...(use.language && { language: use.language }),
    };
    if (having.length === 0) {
      const code = use.by === "condition" || use.by === "passage" ? "gone-source" : "unknown-field";
      findings.set(key, findingOf(code, { path, quotes: [use.name] }));
      continue;
    }
    const lacking = classes.filter((one) => !having.includes(one));
    findings.set(key, findingOf("not-in-all-classes", { path, quotes: [use.name, ...lacking.map(classLabel)] }));
  }
  return [...findings.values()];
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
