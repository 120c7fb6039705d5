import { type MarkMeaning, markKey } from "@/core/figures/markMeaning";
import type { RowMatch } from "@/core/matching/studentMatcher";
import { classLabel } from "@/core/model/schoolClass";
import { fullName } from "@/core/model/student";
import type { World } from "@/core/model/world";
import type { JoinedRow } from "@/core/tables/joinRows";
import type { BringInPlan } from "@/core/tables/planBringIn";
import { rowNumber } from "@/core/tables/rawTable";
import { MOST_LISTED } from "./nameOf";

export interface Candidate {
  readonly studentId: string;
  readonly name: string;
  /** What tells this student apart: number, class, guardians. */
  readonly about: string;
}

export interface RowQuestion {
  readonly key: string;
  readonly name: string;
  /** The other cells of the row, and where it stands. */
  readonly about: string;
  readonly cause: string;
  /** The one that is suggested, where one is. */
  readonly suggested: string | undefined;
  readonly candidates: readonly Candidate[];
  readonly answer: string | undefined;
}

export interface MarkView {
  readonly mark: string;
  readonly count: number;
  readonly tables: number;
  readonly meaning: MarkMeaning | undefined;
  readonly guess: MarkMeaning | undefined;
}

/** Every mark of all tables, those without a meaning first. */
export function allMarks({ tables }: BringInPlan): MarkView[] {
  const marks = new Map<string, MarkView>();
  for (const { scores } of tables) {
    for (const { mark, count, meaning, guess } of scores?.marks ?? []) {
      const key = markKey(mark);
      const known = marks.get(key) ?? { mark, count: 0, tables: 0, meaning, guess };
      marks.set(key, { ...known, count: known.count + count, tables: known.tables + 1 });
    }
  }
  // Open ones first, then the commonest.
  return [...marks.values()].sort(
    (a, b) => Number(a.meaning !== undefined) - Number(b.meaning !== undefined) || b.count - a.count,
  );
}

/** Every row whose owner is not certain, once for all tables. */
export function allRowQuestions({ tables, after }: BringInPlan): RowQuestion[] {
  const questions = new Map<string, RowQuestion & { tables: number }>();
  for (const { read, rows, joined } of tables) {
    for (const row of rows) {
      const isDoubt = row.match.kind === "likely" || row.match.kind === "in doubt";
      if (!isDoubt) continue;
      const known = questions.get(row.key);
      if (known) {
        questions.set(row.key, { ...known, tables: known.tables + 1, about: `in ${known.tables + 1} tables` });
        continue;
      }
      const cells = (read.table.rows[row.row] ?? []).filter((cell) => cell && cell !== row.name).slice(0, 4);
      questions.set(row.key, {
        key: row.key,
        tables: 1,
        name: row.name || row.studentNumber,
        about: `row ${rowNumber(read.table, row.row)} of ${read.table.name}: ${cells.join(", ")}`,
        cause: causeWords(row.match),
        suggested: row.match.kind === "likely" ? row.match.studentId : undefined,
        candidates: candidatesOf(row, row.classId ?? joined.suggestedClassId, after),
        answer: read.answers[row.key],
      });
    }
  }
  // Answered ones stay in their place, so that an answer can be changed.
  return [...questions.values()].slice(0, MOST_LISTED);
}

function candidatesOf({ match }: JoinedRow, classId: string | undefined, world: World): Candidate[] {
  const likely = match.kind === "likely" ? [match.studentId] : match.kind === "in doubt" ? match.candidates : [];
  const others = (classId ? (world.classes.get(classId)?.studentIds ?? []) : []).filter((id) => !likely.includes(id));
  return [...likely, ...others].flatMap((studentId) => {
    const student = world.students.get(studentId);
    if (!student) return [];
    const classes = [...world.classes.values()].filter(({ studentIds }) => studentIds.includes(studentId));
    const guardians = student.guardians.flatMap(({ guardianId }) => world.guardians.get(guardianId) ?? []);
    const about = [
      student.studentNumber,
      student.preferredName ? `called ${student.preferredName}` : "",
      student.birthday ?? "",
      classes.map(classLabel).join("; "),
      guardians.length > 0 ? `with ${guardians.map(fullName).join(" and ")}` : "",
    ];
    return [
      {
        studentId,
        name: fullName(student),
        about: likely.includes(studentId) ? about.filter(Boolean).join(", ") : student.studentNumber,
      },
    ];
  });
}

function causeWords(match: RowMatch): string {
  if (match.kind === "likely") return `Nobody has exactly this name. Likely the same person, by ${match.because}.`;
  if (match.kind !== "in doubt") return "Nobody has this number or name.";
  switch (match.cause) {
    case "namesakes":
      return "Several students have this name. Say who is meant.";
    case "several similar names":
      return "Several students have a similar name. Say who is meant.";
    case "number and name disagree":
      return "The number and the name do not belong to the same student.";
    case "two students in one row":
      return "The row names two students side by side. Say whose figures stand in it.";
    case "in another class":
      return "A student of this name is in another class. Choosing them puts them into this class too.";
  }
}
