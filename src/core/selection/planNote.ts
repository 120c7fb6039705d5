import type { FiguresIndex } from "../figures/figuresIndex";
import { fractionToNumber } from "../figures/fraction";
import type { Note } from "../model/note";
import { byFamilyName } from "../model/student";
import { compileSelection, type Verdict } from "./compileSelection";
import type { Reason } from "./reason";
import { type LeftOutRecipient, type Recipient, recipientsOf } from "./recipient";

/** One student in one class, judged by a selection. */
export interface Match {
  readonly studentId: string;
  readonly classId: string;
  readonly reasons: readonly Reason[];
}

/** One letter to be: about one student in one class, to one recipient. */
export interface PlannedLetter {
  /** Stable for the same student, class and recipient. */
  readonly key: string;
  readonly match: Match;
  readonly recipient: Recipient;
}

/** Who gets a note and who does not: the same plan is shown, checked and sent. */
export interface NotePlan {
  readonly letters: readonly PlannedLetter[];
  readonly selected: readonly Match[];
  readonly nearMisses: readonly Match[];
  readonly noAverage: readonly Match[];
  readonly leftOutByHand: readonly Match[];
  readonly leftOutRecipients: readonly (LeftOutRecipient & { match: Match })[];
  /** Selected, but no letter about them goes to anybody. */
  readonly notReached: readonly Match[];
}

/** Judges every student of the note's classes and lists the letters in the order of the students selected. */
export function planNote(
  index: FiguresIndex,
  note: Pick<Note, "selection" | "audience" | "leftOutRecipientIds">,
): NotePlan {
  const byStanding: Record<Verdict["standing"], Match[]> = {
    selected: [],
    "near miss": [],
    "no average": [],
    outside: [],
  };
  const leftOutByHand: Match[] = [];
  const leftOutStudents = new Set(note.selection.leftOutStudentIds);
  const judge = compileSelection(note.selection);
  for (const { studentId, classId, decimals } of studentsInClasses(index, note)) {
    const { standing, reasons } = judge({
      figures: index.figures(classId, studentId, note.selection.period),
      decimals,
    });
    const match = { studentId, classId, reasons };
    if (standing === "selected" && leftOutStudents.has(studentId)) leftOutByHand.push(match);
    else byStanding[standing].push(match);
  }
  const selected = byUrgency(byStanding.selected);
  return {
    ...lettersTo(index, note, selected),
    selected,
    nearMisses: byUrgency(byStanding["near miss"]),
    noAverage: byStanding["no average"],
    leftOutByHand,
  };
}

/** The figure that decided orders the list: lowest average or most missing first; others by class and family name. */
function byUrgency(matches: readonly Match[]): Match[] {
  const figure = ({ reasons: [first] }: Match) =>
    first?.kind === "overall" ? fractionToNumber(first.average.exact) : first?.kind === "missing" ? -first.count : 0;
  return [...matches].sort((a, b) => figure(a) - figure(b));
}

function* studentsInClasses(index: FiguresIndex, { selection }: Pick<Note, "selection">) {
  const { classes, students } = index.world;
  for (const schoolClass of classes.values()) {
    if (selection.classIds !== "all" && !selection.classIds.includes(schoolClass.id)) continue;
    const enrolled = schoolClass.studentIds.flatMap((id) => students.get(id) ?? []).sort(byFamilyName);
    for (const student of enrolled) {
      yield { studentId: student.id, classId: schoolClass.id, decimals: schoolClass.decimals };
    }
  }
}

function lettersTo(
  index: FiguresIndex,
  note: Pick<Note, "audience" | "leftOutRecipientIds">,
  matches: readonly Match[],
): Pick<NotePlan, "letters" | "leftOutRecipients" | "notReached"> {
  const letters: PlannedLetter[] = [];
  const leftOutRecipients: (LeftOutRecipient & { match: Match })[] = [];
  const notReached: Match[] = [];
  const leftOutIds = new Set(note.leftOutRecipientIds);
  for (const match of matches) {
    const student = index.world.students.get(match.studentId);
    if (!student) continue;
    const { recipients, leftOut } = recipientsOf(student, note.audience, leftOutIds, index.world);
    for (const recipient of recipients) {
      letters.push({ key: `${match.classId}/${match.studentId}/${recipient.id}`, match, recipient });
    }
    for (const one of leftOut) leftOutRecipients.push({ ...one, match });
    if (recipients.length === 0) notReached.push(match);
  }
  return { letters, leftOutRecipients, notReached };
}
