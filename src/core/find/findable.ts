import { nameKey } from "../matching/nameKey";
import { classLabel } from "../model/schoolClass";
import { fullName } from "../model/student";
import type { World } from "../model/world";
import { counted } from "../words";

/** What can be found, in the order in which equally good ones are named. */
export const FOUND_KINDS = ["student", "guardian", "class", "assignment", "note", "round", "action"] as const;
export type FoundKind = (typeof FOUND_KINDS)[number];

/** Something that can be gone to, or done, from anywhere. */
export interface Findable {
  readonly kind: FoundKind;
  readonly id: string;
  readonly title: string;
  /** What tells it from others of the same title. */
  readonly about: string;
  /** The words of the title as they compare, and of all that it is found by. */
  readonly titleKey: string;
  readonly key: string;
}

/** A thing to be found by its title, what is said about it, and words that are not shown. */
export function findable(
  part: Pick<Findable, "kind" | "id" | "title" | "about">,
  more: readonly string[] = [],
): Findable {
  return { ...part, titleKey: nameKey(part.title), key: nameKey([part.title, part.about, ...more].join(" ")) };
}

/** Everybody and everything of the gradebook that can be found, by the alphabet. Students taken out of their classes are not among them. */
export function findablesOf(world: World): readonly Findable[] {
  // The same each time the line is opened, as long as nothing was changed.
  const known = ofWorlds.get(world);
  if (known) return known;
  const found: Findable[] = [];
  const classesOf = new Map<string, string[]>();
  for (const one of world.classes.values()) {
    for (const id of one.studentIds) classesOf.set(id, [...(classesOf.get(id) ?? []), classLabel(one)]);
    found.push(
      findable({ kind: "class", id: one.id, title: classLabel(one), about: counted(one.studentIds.length, "student") }),
    );
  }
  const childrenOf = new Map<string, string[]>();
  for (const student of world.students.values()) {
    if (student.takenOutOf !== undefined) continue;
    for (const { guardianId } of student.guardians)
      childrenOf.set(guardianId, [...(childrenOf.get(guardianId) ?? []), fullName(student)]);
    const about = (classesOf.get(student.id) ?? []).join("; ");
    const { preferredName = "", studentNumber } = student;
    found.push(
      findable({ kind: "student", id: student.id, title: fullName(student), about }, [preferredName, studentNumber]),
    );
  }
  for (const guardian of world.guardians.values()) {
    const children = childrenOf.get(guardian.id);
    if (!children) continue;
    const { id, addresses } = guardian;
    const about = [`of ${children.join(", ")}`, ...addresses.slice(0, 1)].join("; ");
    found.push(findable({ kind: "guardian", id, title: fullName(guardian), about }, addresses));
  }
  for (const { id, title, classId, dueDate } of world.assignments.values()) {
    const schoolClass = world.classes.get(classId);
    const about = [schoolClass && classLabel(schoolClass), dueDate && `due ${dueDate}`].filter(Boolean).join("; ");
    found.push(findable({ kind: "assignment", id, title, about }));
  }
  found.sort((a, b) => collator.compare(a.title, b.title));
  ofWorlds.set(world, found);
  return found;
}

const ofWorlds = new WeakMap<World, readonly Findable[]>();

const collator = new Intl.Collator("en", { sensitivity: "base", numeric: true });
