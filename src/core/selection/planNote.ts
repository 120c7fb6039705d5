import type { FiguresIndex } from "../figures/figuresIndex";
import { fractionToNumber } from "../figures/fraction";
import type { Note } from "../model/note";
import { compileSelection, type Verdict } from "./compileSelection";
import type { Reason } from "./reason";
import { type LeftOutRecipient, type Recipient, recipientsOf } from "./recipient";
import { ClassRows, type SelectionRow } from "./selectionRow";

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
  const addedStudents = new Set(note.selection.addedStudentIds);
  const judge = compileSelection(note.selection);
  for (const row of rowsOf(index, note)) {
    const { standing, reasons } = judge(row);
    const match = { studentId: row.student.id, classId: row.schoolClass.id, reasons };
    const isAdded = standing !== "selected" && addedStudents.has(match.studentId);
    if ((standing === "selected" || isAdded) && leftOutStudents.has(match.studentId)) leftOutByHand.push(match);
    else if (isAdded) byStanding.selected.push({ ...match, reasons: [{ kind: "added by hand" }] });
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

/** The figure that decided orders the list: the furthest from its threshold first; others by class and family name. */
function byUrgency(matches: readonly Match[]): Match[] {
  return [...matches].sort((a, b) => urgency(a) - urgency(b));
}

function urgency({ reasons: [first] }: Match): number {
  switch (first?.kind) {
    case "average": {
      const value = fractionToNumber(first.average.exact);
      return first.comparison === "at least" || first.comparison === "above" ? -value : value;
    }
    case "missing":
    case "count":
      return -first.count;
    case "rank":
      return first.place;
    case "piece":
      return first.possible > 0 ? first.points / first.possible : first.points;
    default:
      return 0;
  }
}

/** Every student of the note's classes, by class and family name. */
function* rowsOf(index: FiguresIndex, { selection }: Pick<Note, "selection">): Generator<SelectionRow> {
  for (const schoolClass of index.world.classes.values()) {
    if (selection.classIds !== "all" && !selection.classIds.includes(schoolClass.id)) continue;
    const gradebook = index.gradebook(schoolClass.id);
    if (!gradebook) continue;
    const rows = new ClassRows(index, gradebook, selection.period);
    for (const student of index.enrolled(schoolClass.id)) yield rows.row(student);
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
