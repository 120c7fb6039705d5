import type { Assignment } from "../model/assignment";
import type { Period } from "../model/term";
import { titleKey } from "../model/titleKey";
import { assignmentsIn, type ClassGradebook } from "./studentFigures";

const known = new WeakMap<ClassGradebook, Map<Period, ReadonlyMap<string, Assignment>>>();

/**
 * The assignment of a class with a title, or none. Of assignments with one title the one of the period counts, in the period the
 * first: so one title serves all classes that share it.
 */
export function assignmentByTitle(gradebook: ClassGradebook, period: Period, title: string): Assignment | undefined {
  const ofGradebook = known.get(gradebook) ?? new Map<Period, ReadonlyMap<string, Assignment>>();
  known.set(gradebook, ofGradebook);
  const titles = ofGradebook.get(period) ?? byTitle(gradebook, period);
  ofGradebook.set(period, titles);
  return titles.get(titleKey(title));
}

function byTitle(gradebook: ClassGradebook, period: Period): ReadonlyMap<string, Assignment> {
  const inOrder = [...gradebook.assignments, ...[...assignmentsIn(gradebook, period)].reverse()];
  return new Map(inOrder.map((assignment) => [titleKey(assignment.title), assignment]));
}
