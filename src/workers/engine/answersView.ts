import { numberedName } from "@/core/families/addressList";
import type { FamilyAnswer } from "@/core/families/familyEvent";
import { type AnswerPlan, answerMatcher, planAnswer } from "@/core/families/planAnswer";
import type { FiguresIndex } from "@/core/figures/figuresIndex";
import type { PersonDifference } from "@/core/matching/mergeGuardian";
import { classLabel } from "@/core/model/schoolClass";
import { fullName } from "@/core/model/student";
import type { World } from "@/core/model/world";

/** One answer to a contact card: whose it is, and what taking it in would change. */
export interface AnswerView {
  readonly id: string;
  readonly studentName: string;
  readonly said: string;
  /** Whose it is, when that is certain or was said. */
  readonly studentId: string | undefined;
  readonly matched: string;
  readonly candidates: readonly { studentId: string; words: string }[];
  readonly differences: readonly PersonDifference[];
}

/** The answers that wait, joined with the families as they are now. `chosen` is the teacher's word on whose they are. */
export function answersView(
  index: FiguresIndex,
  answers: readonly FamilyAnswer[],
  chosen: Readonly<Record<string, string>>,
): AnswerView[] {
  const { world } = index;
  const matchOf = answerMatcher(world);
  return answers.map(({ id, answer }) => {
    const plan = planAnswer(answer, matchOf(answer), world, chosen[id]);
    const student = plan.studentId === undefined ? undefined : world.students.get(plan.studentId);
    return {
      id,
      studentName: answer.studentName,
      said: answer.guardians.map(({ name, address }) => [name, address].filter(Boolean).join(", ")).join("; "),
      studentId: plan.studentId,
      matched: student ? describe(student.id, world) : "",
      candidates: candidatesOf(plan).map((studentId) => ({ studentId, words: describe(studentId, world) })),
      differences: plan.differences,
    };
  });
}

function candidatesOf({ match }: AnswerPlan): readonly string[] {
  if (match.kind === "likely") return [match.studentId];
  return match.kind === "in doubt" ? match.candidates : [];
}

/** What tells a student apart from a namesake. */
function describe(studentId: string, world: World): string {
  const student = world.students.get(studentId);
  if (!student) return "";
  const classes = [...world.classes.values()]
    .filter(({ studentIds }) => studentIds.includes(studentId))
    .map(classLabel);
  const guardians = student.guardians.flatMap(({ guardianId }) => world.guardians.get(guardianId) ?? []).map(fullName);
  return [numberedName(student), classes.join("; "), guardians.length > 0 ? `with ${guardians.join(" and ")}` : ""]
    .filter(Boolean)
    .join(", ");
}
