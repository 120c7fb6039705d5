import { type Change, setRows } from "../change/change";
import { type Families, GuardianDirectory, mergeGuardian, type PersonDifference } from "../matching/mergeGuardian";
import { NOTHING_SAID } from "../matching/saidOfGuardian";
import { type RowMatch, studentMatcher } from "../matching/studentMatcher";
import type { Student } from "../model/student";
import type { World } from "../model/world";
import type { CardAnswer } from "./cardAnswer";

/** Whose family an answer is about, and what taking it in would change. */
export interface AnswerPlan {
  readonly match: RowMatch;
  /** Whose it is, by the match or by the teacher's word. */
  readonly studentId: string | undefined;
  readonly differences: readonly PersonDifference[];
  readonly change: Change;
}

/** A matcher for the answers to contact cards; made once for many of them. */
export function answerMatcher(world: Pick<World, "students">): (answer: CardAnswer) => RowMatch {
  const matchOf = studentMatcher([...world.students.values()]);
  return ({ studentName, studentNumber }) => matchOf({ name: studentName, studentNumber });
}

/** What taking an answer in would change; for the student of the match, or the one that the teacher says. */
export function planAnswer(
  answer: CardAnswer,
  match: RowMatch,
  world: Pick<World, "students" | "guardians">,
  chosenStudentId?: string,
): AnswerPlan {
  const studentId = chosenStudentId ?? (match.kind === "certain" ? match.studentId : undefined);
  const student = studentId === undefined ? undefined : world.students.get(studentId);
  if (!student) return { match, studentId: undefined, differences: [], change: {} };
  const families: Families = familyOf(student, world, answer.answerId);
  const directory = new GuardianDirectory(families);
  const differences = answer.guardians.flatMap(({ name, address, relation, language, frequency }) =>
    mergeGuardian(families, directory, student.id, {
      ...NOTHING_SAID,
      name,
      addresses: address ? [address] : [],
      relation,
      language,
      frequency,
    }),
  );
  const change: Change = {
    students: setRows<"students">(world.students, families.students),
    guardians: setRows<"guardians">(world.guardians, families.guardians),
  };
  return { match, studentId: student.id, differences, change };
}

/** All guardians can be shared with siblings; of the students only this one is touched. */
function familyOf(student: Student, world: Pick<World, "guardians">, idSeed: string): Families {
  return { students: new Map([[student.id, student]]), guardians: new Map(world.guardians), idSeed };
}
