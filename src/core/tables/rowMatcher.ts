import { type RowIdentity, type RowMatch, studentMatcher } from "../matching/studentMatcher";
import type { Student } from "../model/student";
import type { World } from "../model/world";

/** Matchers of some students: of what is said for certain, and of what comes near. */
export interface Matchers {
  readonly exact: ReturnType<typeof studentMatcher>;
  readonly likely: ReturnType<typeof studentMatcher>;
}
const matchersOf = new WeakMap<object, Matchers>();

/** Matchers of a list of students, made once for a state of them: tables come by the dozen. */
export function matchersFor(state: object, students: readonly Student[]): Matchers {
  const known = matchersOf.get(state);
  if (known) return known;
  const made = { exact: studentMatcher(students, "exact only"), likely: studentMatcher(students) };
  matchersOf.set(state, made);
  return made;
}

const ofClassOf = new WeakMap<object, WeakMap<object, Matchers>>();

/**
 * Who a row means, once it is known whom it means over all classes: namesakes are sought everywhere, and decided only
 * by a number or by a class that the table itself names; somebody of another class is a question, not a match.
 */
export function rowMatcher(world: World, all: Matchers, isRoster: boolean) {
  const inClass = (classId: string | undefined): Matchers | undefined => {
    const schoolClass = classId === undefined ? undefined : world.classes.get(classId);
    if (!schoolClass) return undefined;
    const ofStudents = ofClassOf.get(world.students) ?? new WeakMap<object, Matchers>();
    ofClassOf.set(world.students, ofStudents);
    let made = ofStudents.get(schoolClass);
    if (!made) {
      const enrolled = schoolClass.studentIds.flatMap((id) => world.students.get(id) ?? []);
      made = { exact: studentMatcher(enrolled, "exact only"), likely: studentMatcher(enrolled) };
      ofStudents.set(schoolClass, made);
    }
    return made;
  };
  return (
    found: RowMatch,
    identity: RowIdentity,
    { classId, isNamed, onlyOfClass }: { classId: string | undefined; isNamed: boolean; onlyOfClass: boolean },
  ): RowMatch => {
    const enrolled = classId === undefined ? undefined : world.classes.get(classId)?.studentIds;
    if (found.kind === "certain") {
      if (!onlyOfClass || !enrolled || enrolled.includes(found.studentId)) return found;
      return { kind: "in doubt", cause: "in another class", candidates: [found.studentId] };
    }
    if (found.kind === "in doubt" && isNamed) {
      const here = inClass(classId)?.exact(identity);
      return here?.kind === "certain" ? here : found;
    }
    if (found.kind !== "nobody") return found;
    const near = isRoster ? undefined : inClass(classId)?.likely(identity);
    return near && near.kind !== "nobody" ? near : all.likely(identity);
  };
}
