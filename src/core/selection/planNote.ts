import type { FiguresIndex } from "../figures/figuresIndex";
import { fractionToNumber } from "../figures/fraction";
import { awayFrom } from "../model/condition";
import type { Note } from "../model/note";
import type { Selection } from "../model/selection";
import { hadIt } from "../model/whoHadIt";
import { certainlyOutside } from "./certainlyOutside";
import { compileSelection } from "./compileSelection";
import { classRowsOf, type SelectionRow } from "./conditions/selectionRow";
import type { Reason } from "./reason";
import { type LeftOutRecipient, type Recipient, recipientsOf } from "./recipient";
import { assignmentsNamed, withoutAssignments } from "./withoutAssignments";

/** What of a note decides who gets it. While its words are written, this stays. */
export type NotePeople = Pick<
  Note,
  "id" | "selection" | "audience" | "leftOutRecipientIds" | "recipientChoices" | "perFamily" | "onlyNew"
>;

/** One student in one class, judged by a selection. */
export interface Match {
  readonly studentId: string;
  readonly classId: string;
  readonly reasons: readonly Reason[];
}

/** One letter to be: about one student in one class, or about several of a family, to one recipient. */
export interface PlannedLetter {
  /** Stable for the same student, class and recipient; for a family for the same recipient. */
  readonly key: string;
  /** The first that it is about. */
  readonly match: Match;
  /** All that it is about, in the order of the list. */
  readonly matches: readonly Match[];
  readonly recipient: Recipient;
  /** Others who read the same mailbox: the letter is for all of them. */
  readonly others?: readonly Recipient[];
}

/** All who read a letter: its recipient, and whoever shares the mailbox. */
export function readersOf({ recipient, others = [] }: Pick<PlannedLetter, "recipient" | "others">): Recipient[] {
  return [recipient, ...others];
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

/** Says of somebody who would get a letter about a match what it is about, or why none is due. */
export type RecipientRule = (match: Match, recipient: Recipient) => Match | LeftOutRecipient["cause"];

/**
 * Judges every student of the note's classes and lists the letters in the order of the students selected. `rule` narrows
 * whom a run of an automatic note goes to.
 */
export function planNote(index: FiguresIndex, note: NotePeople, rule?: RecipientRule): NotePlan {
  const byPosition = { selected: [] as Match[], "near miss": [] as Match[], "no average": [] as Match[] };
  const leftOutByHand: Match[] = [];
  const leftOutStudents = new Set(note.selection.leftOutStudentIds);
  const addedStudents = new Set(note.selection.addedStudentIds);
  const judge = compileSelection(note.selection);
  for (const row of rowsOf(index, note.selection, addedStudents)) {
    const { position, reasons } = judge(row);
    const isAdded = position !== "selected" && addedStudents.has(row.student.id);
    const match = { studentId: row.student.id, classId: row.schoolClass.id, reasons };
    if ((position === "selected" || isAdded) && leftOutStudents.has(match.studentId)) leftOutByHand.push(match);
    else if (isAdded) byPosition.selected.push({ ...match, reasons: [{ kind: "added by hand" }] });
    else if (position !== "outside") byPosition[position].push(match);
  }
  const selected = byUrgency(byPosition.selected);
  return {
    ...lettersTo(index, note, selected, rule),
    selected,
    nearMisses: byNearness(byPosition["near miss"]),
    noAverage: byPosition["no average"],
    leftOutByHand,
  };
}

/** The figure that decided orders the list: the furthest from its threshold first; others by class and family name. */
function byUrgency(matches: readonly Match[]): Match[] {
  return [...matches].sort((a, b) => urgency(a) - urgency(b));
}

/** Who only just does not belong: the nearest to the threshold first. */
function byNearness(matches: readonly Match[]): Match[] {
  return [...matches].sort((a, b) => nearness(a) - nearness(b));
}

function nearness(match: Match): number {
  const [first] = match.reasons;
  switch (first?.kind) {
    case "overall":
    case "category":
      return awayFrom(fractionToNumber(first.average.exact), first);
    case "assignment":
      return awayFrom(first.unit === "points" ? first.points : (first.points * 100) / first.possible, first);
    default:
      // The most missing work and the largest change are the nearest as well.
      return urgency(match);
  }
}

function urgency({ reasons: [first] }: Match): number {
  switch (first?.kind) {
    case "overall":
    case "category": {
      const value = fractionToNumber(first.average.exact);
      return first.comparison === "at least" || first.comparison === "above" ? -value : value;
    }
    case "missing":
    case "count":
      return -first.count;
    case "change":
      return -Math.abs(first.change);
    case "rank":
      return first.place;
    case "assignment":
      return first.possible > 0 ? first.points / first.possible : first.points;
    default:
      return 0;
  }
}

/** The students of a selection's classes who may come into one of the lists, by class and family name. */
function* rowsOf(
  index: FiguresIndex,
  selection: Selection,
  addedStudents: ReadonlySet<string>,
): Generator<SelectionRow> {
  for (const schoolClass of index.world.classes.values()) {
    if (selection.classIds !== "all" && !selection.classIds.includes(schoolClass.id)) continue;
    const gradebook = index.gradebook(schoolClass.id);
    if (!gradebook) continue;
    const rows = classRowsOf(index, gradebook, selection.period);
    const columns = index.columns(schoolClass.id, selection.period);
    const isOutside = certainlyOutside(selection, schoolClass, columns);
    for (const [place, student] of columns.students.entries()) {
      if (isOutside?.(place) && !addedStudents.has(student.id)) continue;
      yield rows.row(student);
    }
  }
}

function lettersTo(
  index: FiguresIndex,
  note: NotePeople,
  matches: readonly Match[],
  rule: RecipientRule = (match) => match,
): Pick<NotePlan, "letters" | "leftOutRecipients" | "notReached"> {
  const letters: PlannedLetter[] = [];
  const leftOutRecipients: (LeftOutRecipient & { match: Match })[] = [];
  const notReached: Match[] = [];
  for (const match of matches) {
    const student = index.world.students.get(match.studentId);
    if (!student) continue;
    const { recipients: wanted, leftOut } = recipientsOf(student, note, index.world);
    const written = note.onlyNew ? index.writtenAbout(student.id).filter(({ noteId }) => noteId === note.id) : [];
    const recipients: Recipient[] = [];
    for (const recipient of wanted) {
      if (!written.some((letter) => hadIt(letter, recipient))) recipients.push(recipient);
      else leftOutRecipients.push({ recipient, cause: "had this note already", match });
    }
    for (const recipient of recipients) {
      const due = rule(match, recipient);
      if (typeof due === "string") leftOutRecipients.push({ recipient, cause: due, match });
      else
        letters.push({
          key: `${match.classId}/${match.studentId}/${recipient.id}`,
          ...{ match: due, matches: [due], recipient },
        });
    }
    for (const one of leftOut) leftOutRecipients.push({ ...one, match });
    if (recipients.length === 0) notReached.push(match);
  }
  const perRecipient = note.perFamily ? byRecipient(letters) : letters;
  return { letters: oneForEachMailbox(perRecipient), leftOutRecipients, notReached };
}

/** One letter for each recipient, in the place of the first. */
function byRecipient(letters: readonly PlannedLetter[]): PlannedLetter[] {
  const families = new Map<string, PlannedLetter>();
  for (const letter of letters) {
    const key = `family/${letter.recipient.id}`;
    const known = families.get(key);
    families.set(key, known ? { ...known, matches: [...known.matches, letter.match] } : { ...letter, key });
  }
  return [...families.values()];
}

/**
 * Of letters about the very same to one mailbox one is enough, for all who read it there, first the first contact. Where one
 * of them has children who are not the other's, each gets a letter of their own; where one of them was told more before, the
 * mailbox gets each assignment once.
 */
function oneForEachMailbox(letters: readonly PlannedLetter[]): readonly PlannedLetter[] {
  const byMailbox = new Map<string, [PlannedLetter, ...PlannedLetter[]]>();
  let isShared = false;
  for (const letter of letters) {
    const { key, matches, recipient } = letter;
    const about = matches.map(({ classId, studentId }) => `${classId}/${studentId}`).join(" ");
    const place = recipient.addressIsGood ? `${recipient.address.toLowerCase()} ${about}` : key;
    const known = byMailbox.get(place);
    if (!known) {
      byMailbox.set(place, [letter]);
      continue;
    }
    isShared = true;
    const same = known.findIndex((one) => sameAssignments(one, letter));
    const one = known[same];
    if (one) known[same] = { ...one, others: [...(one.others ?? []), recipient] };
    else known.push(...withoutTold(letter, known));
  }
  return isShared ? [...byMailbox.values()].flat() : letters;
}

function sameAssignments(one: PlannedLetter, other: PlannedLetter): boolean {
  const ids = ({ matches }: PlannedLetter) => JSON.stringify(matches.map((match) => assignmentsNamed([match])));
  return ids(one) === ids(other);
}

/** A letter without the assignments that others tell; none where nothing is left. */
function withoutTold(letter: PlannedLetter, others: readonly PlannedLetter[]): PlannedLetter[] {
  const told = others.flatMap(({ matches }) => assignmentsNamed(matches));
  const [match, ...rest] = letter.matches.flatMap((one) => withoutAssignments(one, told) ?? []);
  return match ? [{ ...letter, match, matches: [match, ...rest] }] : [];
}
