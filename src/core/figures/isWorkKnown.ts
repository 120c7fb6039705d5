import type { Assignment } from "../model/assignment";
import type { Period } from "../model/term";
import { assignmentsIn, type ClassGradebook, type StudentFigures, scoreIn } from "./studentFigures";

/**
 * Whether it is known of a student what is missing in a period: something of theirs was marked, or is missing. Who was
 * excused from all, or joined after it, has nothing of which that could be said. `isAbout` says which work is asked for.
 */
export function isWorkKnown(
  gradebook: ClassGradebook,
  period: Period,
  studentId: string,
  { missing }: Pick<StudentFigures, "missing">,
  isAbout: (assignment: Assignment) => boolean = () => true,
): boolean {
  if (missing.some(({ assignment }) => isAbout(assignment))) return true;
  const scoreOf = scoreIn(gradebook, studentId);
  return assignmentsIn(gradebook, period).some((assignment) => {
    const status = isAbout(assignment) ? scoreOf(assignment)?.status : undefined;
    return status === "scored" || status === "late";
  });
}
