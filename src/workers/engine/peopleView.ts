import { checkNote } from "@/core/check/checkNote";
import { type Finding, findingWords, isCaution, isStop, meaningKey } from "@/core/check/finding";
import { lettersInAnotherLanguage } from "@/core/check/reading/lettersInAnotherLanguage";
import { groupsOfAddresses } from "@/core/delivery/togetherDrafts";
import type { FiguresIndex } from "@/core/figures/figuresIndex";
import { selectedKey } from "@/core/model/keptSelection";
import type { Note } from "@/core/model/note";
import { classLabel } from "@/core/model/schoolClass";
import { fullName } from "@/core/model/student";
import { periodName } from "@/core/model/term";
import { languageName } from "@/core/selection/conditions/languageName";
import { countsSentence, planCounts } from "@/core/selection/planCounts";
import { type Match, type NotePeople, type NotePlan, planNote, readersOf } from "@/core/selection/planNote";
import { reasonWords } from "@/core/selection/reason";
import type { Recipient } from "@/core/selection/recipient";
import { selectionSentence } from "@/core/selection/selectionSentence";
import { counted, listed } from "@/core/words";

import { type StripView, stripView } from "./stripView";

/** A student of the note's list, in words. */
export interface MatchView {
  readonly key: string;
  readonly studentId: string;
  readonly classId: string;
  readonly name: string;
  readonly className: string;
  readonly reason: string;
}

export interface LetterEntry {
  readonly key: string;
  /** All that it is about, as the list names them. */
  readonly matchKeys: readonly string[];
  /** The students that it is about, each once. */
  readonly studentIds: readonly string[];
  readonly studentName: string;
  readonly classId: string;
  readonly className: string;
  readonly reason: string;
  readonly recipient: Recipient;
  /** The ids of others who read the same mailbox. */
  readonly alsoReadBy: readonly string[];
}

export interface FindingView {
  readonly finding: Finding;
  readonly id: string;
  readonly title: string;
  readonly mend: string;
  /** Names it where the teacher can say that it is meant. */
  readonly meaningKey?: string;
}

/** Who gets a note, who does not, and why. */
export interface PeopleView {
  readonly sentence: string;
  /** "48 students selected", and how often when some are in two classes. */
  readonly selectedWords: string;
  readonly selected: readonly (MatchView & { readonly recipients: string })[];
  readonly nearMisses: readonly MatchView[];
  readonly noAverage: readonly MatchView[];
  readonly leftOutByHand: readonly MatchView[];
  readonly leftOutRecipients: readonly {
    key: string;
    recipientId: string;
    name: string;
    about: string;
    cause: string;
  }[];
  readonly letters: readonly LetterEntry[];
  /** How many letters they are where the same words go to many at once. */
  readonly lettersTogether: number;
  readonly strip: StripView | undefined;
  readonly summary: string;
}

/** What the check found in all letters of a note. */
export interface CheckView {
  readonly findings: readonly FindingView[];
  readonly stops: number;
  readonly cautions: number;
  /** "1 stop, 2 cautions." */
  readonly findingsSentence: string;
  /** "12 of them go in English to guardians who read another language." Empty where all read what they get. */
  readonly languages: string;
}

/** Reads every letter of a note as it would be sent. `now` is when they leave, ms since the epoch. */
export function checkView(index: FiguresIndex, note: Note, now: number): CheckView {
  return checkPlan(index, note, planNote(index, note), now);
}

/** The same for a plan that is made already, and perhaps checked. */
export function checkPlan(
  index: FiguresIndex,
  note: Note,
  plan: NotePlan,
  now: number,
  found: readonly Finding[] = checkNote(index, note, plan, now),
): CheckView {
  const findings = found.map(findingView);
  const others = [...lettersInAnotherLanguage(index, note, plan).values()].flat().length;
  const stops = findings.filter(({ finding }) => isStop(finding)).length;
  const cautions = findings.filter(({ finding }) => isCaution(finding)).length;
  return {
    findings,
    stops,
    cautions,
    findingsSentence: findingsSentence(stops, cautions),
    languages:
      others > 0
        ? `${others} of them go in ${languageName(note.language)} to guardians who read another language.`
        : "",
  };
}

/** The sentence of a note's selection, for lists and the record. */
export function noteSentence(index: FiguresIndex, note: Pick<Note, "selection">): string {
  const { world } = index;
  return selectionSentence(note.selection, {
    classLabel: (id) => labelOf(index, id),
    period: (period) => periodName(period, [...world.terms.values()]) ?? "a term that is not there any more",
    student: (id) => nameOf(index, id),
  });
}

/** The planned letters with the names and reasons that the record keeps. */
export function letterEntries(index: FiguresIndex, plan: Pick<NotePlan, "letters">): LetterEntry[] {
  return plan.letters.map((letter) => {
    const { key, matches, recipient } = letter;
    const views = matches.map((match) => matchView(index, match));
    const distinct = (words: (view: MatchView) => string) => [...new Set(views.map(words))];
    return {
      key,
      matchKeys: views.map((view) => view.key),
      studentIds: distinct(({ studentId }) => studentId),
      studentName: listed(distinct(({ name }) => name)),
      classId: matches[0]?.classId ?? "",
      className: listed(distinct(({ className }) => className)),
      reason: distinct(({ reason }) => reason).join("; "),
      recipient: { ...recipient, name: listed(readersOf(letter).map(({ name }) => name)) },
      alsoReadBy: (letter.others ?? []).map(({ id }) => id),
    };
  });
}

/** Who gets a note, in words. */
export function peopleView(index: FiguresIndex, note: NotePeople): PeopleView {
  const plan = planNote(index, note);
  const views = (matches: readonly Match[]) => matches.map((match) => matchView(index, match));
  const recipients = new Map<string, string[]>();
  for (const letter of plan.letters) {
    const names = readersOf(letter).map(({ name }) => name);
    for (const key of letter.matches.map(selectedKey)) recipients.set(key, [...(recipients.get(key) ?? []), ...names]);
  }
  return {
    sentence: noteSentence(index, note),
    selectedWords: selectedWords(plan),
    selected: plan.selected.map((match) => ({
      ...matchView(index, match),
      recipients: listed(recipients.get(selectedKey(match)) ?? []) || "nobody",
    })),
    nearMisses: views(plan.nearMisses),
    noAverage: views(plan.noAverage),
    leftOutByHand: views(plan.leftOutByHand),
    leftOutRecipients: plan.leftOutRecipients.map(({ match, recipient, cause }) => ({
      key: `${selectedKey(match)}/${recipient.id}`,
      recipientId: recipient.id,
      name: recipient.name,
      about: nameOf(index, match.studentId),
      cause,
    })),
    letters: letterEntries(index, plan),
    lettersTogether: groupsOfAddresses(plan.letters.map(({ recipient }) => recipient.address)).length,
    strip: stripView(index, note.selection, plan),
    summary: countsSentence(planCounts(plan)),
  };
}

function selectedWords({ selected }: NotePlan): string {
  const students = new Set(selected.map(({ studentId }) => studentId)).size;
  const twice = selected.length - students;
  return `${counted(students, "student")} selected${twice > 0 ? `, ${twice} of them in two classes` : ""}`;
}

function matchView(index: FiguresIndex, match: Match): MatchView {
  const className = labelOf(index, match.classId);
  return {
    key: selectedKey(match),
    studentId: match.studentId,
    classId: match.classId,
    name: nameOf(index, match.studentId),
    className,
    reason: listed(match.reasons.map((reason) => reasonWords(reason, className))),
  };
}

function findingView(finding: Finding): FindingView {
  const { path } = finding;
  const id = [finding.code, path.place, path.language, path.field, path.word, path.recipientId]
    .filter(Boolean)
    .join("/");
  const key = meaningKey(finding);
  return { finding, id, ...findingWords(finding), ...(key !== undefined && { meaningKey: key }) };
}

function findingsSentence(stops: number, cautions: number): string {
  const parts = [stops > 0 ? counted(stops, "stop") : "", cautions > 0 ? counted(cautions, "caution") : ""];
  return parts.some(Boolean) ? `${parts.filter(Boolean).join(", ")}.` : "Nothing stands in the way.";
}

export function labelOf(index: FiguresIndex, classId: string): string {
  const schoolClass = index.world.classes.get(classId);
  return schoolClass ? classLabel(schoolClass) : "a class that is not there any more";
}

export function nameOf(index: FiguresIndex, studentId: string): string {
  const student = index.world.students.get(studentId);
  return student ? fullName(student) : "a student who is not there any more";
}
