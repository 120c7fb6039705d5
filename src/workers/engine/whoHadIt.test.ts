import { expect, test } from "vitest";
import { letterMarks } from "@/core/delivery/plans/letterMarks";
import { readyMadeAutomaticNotes } from "@/core/delivery/plans/readyMadeAutomaticNotes";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { addDays, type Day, dayOfInstant, instantOf } from "@/core/model/day";
import type { Guardian } from "@/core/model/guardian";
import type { Note } from "@/core/model/note";
import type { WrittenAbout } from "@/core/model/noteKind";
import type { PastScores } from "@/core/model/pastScores";
import type { Repetition } from "@/core/model/plan";
import type { Score } from "@/core/model/score";
import { mailboxKey } from "@/core/model/whoHadIt";
import { worldOf } from "@/core/model/world";
import { Random } from "@/core/random";
import { type PlannedLetter, readersOf } from "@/core/selection/planNote";
import { assignmentsNamed } from "@/core/selection/withoutAssignments";
import { noteFrom, startNote } from "@/core/starters/startNote";
import { casesOf } from "@/core/testing/casesOf";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "@/core/testing/sampleClass";
import { asOfLeaving, automaticNoteView, planRebuild } from "./planRebuild";
import type { RebuildRequest } from "./rebuildRequest";

/** Households that share mailboxes and change them, two weeks of runs a day: what each mailbox and each reader was told. */

const FIRST_DAY: Day = "2026-11-02";
const DAYS = 14;
const STUDENTS = ["Ana", "Ben", "Cy", "Dov"];
const QUIZZES = 4;
const POOL = ["one", "two", "three"].map((name) => `${name}@harbourmail.example`);

/** What the test itself remembers of a letter. */
interface Told {
  readonly student: string;
  readonly readers: readonly string[];
  readonly mailbox: string;
  readonly assignments: readonly string[];
  /** How the student stood. */
  readonly state: string;
  readonly day: number;
}

class Household {
  readonly guardians: Guardian[] = [];
  readonly of: Record<string, string[]> = {};
  readonly scores: Record<string, Record<string, Score>> = {};
  /** By quiz and student: the day on which it was marked last. */
  readonly markedOn = new Map<string, number>();
  /** Scores that there were, so that none comes twice. */
  private readonly had = new Set<string>();
  readonly past: PastScores[] = [];
  readonly written: WrittenAbout[] = [];
  readonly told: Told[] = [];

  constructor(private readonly random: Random) {
    const count = random.whole(2, 5);
    for (let place = 0; place < count; place += 1)
      this.guardians.push(
        sampleGuardian({
          ...{ id: `g${place}`, givenName: `Kin${place}`, addresses: this.someAddress(), householdId: `h${place}` },
        }),
      );
    for (const student of STUDENTS) {
      const first = random.whole(0, count - 1);
      this.of[student] = [...new Set([first, random.chance(0.6) ? random.whole(0, count - 1) : first])].map(
        (place) => `g${place}`,
      );
    }
    for (let place = 0; place < QUIZZES; place += 1) this.scores[`q${place}`] = {};
  }

  /** What happens on a day before the run. */
  live(day: number): void {
    const { random } = this;
    const at = instantOf(addDays(FIRST_DAY, day), 9);
    for (let turn = random.whole(0, 3); turn > 0; turn -= 1) {
      const quiz = `q${random.whole(0, QUIZZES - 1)}`;
      const student = random.pick(STUDENTS);
      const before = { ...this.scores[quiz] };
      // A score that comes back within days is no change of these days.
      const points = random.pick([4, 9, 12, 14, 18, 20]);
      if (this.had.has(`${quiz}/${student}/${points}`)) continue;
      this.had.add(`${quiz}/${student}/${points}`);
      this.markedOn.set(`${quiz}/${student}`, day);
      this.scores[quiz] = { ...before, [student]: { status: "scored", points } };
      this.past.push({
        at: at + turn,
        columns: { [quiz]: { classId: "class", before: { [student]: before[student] ?? null } } },
        averages: {},
      });
    }
    if (random.chance(0.3)) {
      const place = random.whole(0, this.guardians.length - 1);
      const one = this.guardians[place];
      if (one) this.guardians[place] = { ...one, addresses: this.someAddress() };
    }
    const student = random.pick(STUDENTS);
    const joins = `g${random.whole(0, this.guardians.length - 1)}`;
    if (random.chance(0.2)) this.of[student] = [...new Set([...(this.of[student] ?? []), joins])];
  }

  private someAddress(): string[] {
    return this.random.chance(0.25) ? [] : [this.random.pick(POOL)];
  }

  /** The guardians of a student who can be written to. */
  reached(student: string): string[] {
    return (this.of[student] ?? []).filter((id) => this.mailboxOf(id) !== "");
  }

  index(day: number): FiguresIndex {
    const world = worldOf(
      sampleWorld({
        schoolClass: { studentIds: STUDENTS },
        students: STUDENTS.map((id) =>
          sampleStudent({
            ...{ id, givenName: id },
            guardians: (this.of[id] ?? []).map((guardianId) => ({ guardianId, relation: "parent" })),
          }),
        ),
        guardians: this.guardians,
        work: Object.entries(this.scores).map(([id, scores], order) => ({
          assignment: sampleAssignment({
            ...{ id, title: `Quiz ${id}`, categoryId: "quizzes", order, dueDate: FIRST_DAY, termId: "winter" },
          }),
          scores,
        })),
      }),
    );
    const index = new FiguresIndex(world, addDays(FIRST_DAY, day), this.past);
    index.hear(this.written);
    return index;
  }

  state(student: string): string {
    return JSON.stringify(Object.entries(this.scores).map(([quiz, scores]) => [quiz, scores[student]?.points]));
  }

  mailboxOf(guardian: string): string {
    return this.guardians.find(({ id }) => id === guardian)?.addresses[0] ?? "";
  }

  /** A run leaves: the product remembers it its way, the test in its own. */
  leave(index: FiguresIndex, note: Note, letters: readonly PlannedLetter[], day: number): Told[] {
    const at = instantOf(addDays(FIRST_DAY, day), 16);
    return letters.map((letter): Told => {
      const { studentId } = letter.match;
      const readers = readersOf(letter).map(({ id }) => id);
      const mailbox = letter.recipient.address;
      const mark = letterMarks(index, letter)[studentId] ?? {};
      this.written.push({
        ...{ roundId: `r${day}`, studentId, noteId: note.id, at, kind: note.kind, byPlan: true, recipientIds: readers },
        mailboxes: Object.fromEntries(readers.map((id) => [id, mailboxKey(mailbox)])),
        marks: Object.fromEntries(readers.map((id) => [id, mark])),
      });
      const assignments = assignmentsNamed(letter.matches);
      return { student: studentId, readers, mailbox, assignments, state: this.state(studentId), day };
    });
  }

  /** What a guardian was told about a student before: by themselves, or in the mailbox that is theirs. */
  heard(student: string, guardian: string): Told[] {
    const mailbox = this.mailboxOf(guardian);
    return this.told.filter(
      (one) => one.student === student && (one.readers.includes(guardian) || one.mailbox === mailbox),
    );
  }
}

const quiz = readyMadeAutomaticNotes("Quizzes")[1];
if (!quiz) throw new Error("The automatic note about quizzes is not on offer.");
const quizNote: Note = noteFrom(quiz.words, { id: "n", now: 0, period: "winter" });
const everybody = startNote("progress", { id: "n", now: 0, period: "winter" });
const low: Note = {
  ...everybody,
  selection: { ...everybody.selection, conditions: [{ kind: "overall", comparison: "below", percent: 70 }] },
};

/** Two weeks of a note's runs; `judge` looks at each with what was told before it. */
function fortnight(
  seed: number,
  note: Note,
  repeat: Repetition,
  judge: (home: Household, now: readonly Told[], day: number) => void,
): void {
  const home = new Household(new Random(seed));
  const ended: Record<string, number> = {};
  for (let day = 0; day < DAYS; day += 1) {
    home.live(day);
    const at = instantOf(addDays(FIRST_DAY, day), 16);
    const known = home.index(day);
    for (const key of automaticNoteView(known, note, []).notSo) ended[key] = at - 1;
    const run = { noteId: note.id, at, repeat, baseline: [], ended: { ...ended } };
    const fresh: RebuildRequest = { at, run, roundId: `r${day}` };
    const index = asOfLeaving(known, fresh);
    expect(dayOfInstant(at)).toBe(index.today);
    const now = home.leave(index, note, planRebuild(index, note, fresh).plan.letters, day);
    judge(home, now, day);
    home.told.push(...now);
  }
}

const seeds = Array.from({ length: casesOf({ sample: 10, deep: 300 }) }, (_, place) => place + 1);
const LOW = 0.7;
const LATELY_DAYS = 7;
const POINTS = 20;

test("once for each quiz and student: no mailbox and no reader is told twice, and nobody is forgotten", () => {
  for (const seed of seeds)
    fortnight(seed, quizNote, "once", (home, now, day) => {
      for (const [place, letter] of now.entries()) {
        const before = [...home.told, ...now.slice(0, place)];
        for (const id of letter.assignments)
          for (const one of before) {
            const again =
              one.student === letter.student &&
              one.assignments.includes(id) &&
              (one.mailbox === letter.mailbox || one.readers.some((reader) => letter.readers.includes(reader)));
            expect(again, `seed ${seed}, day ${day}: ${id} of ${letter.student} again`).toBe(false);
          }
      }
      home.told.push(...now);
      for (const [id, scores] of Object.entries(home.scores))
        for (const [student, { points = 0 }] of Object.entries(scores)) {
          const marked = home.markedOn.get(`${id}/${student}`) ?? day;
          if (points > LOW * POINTS || day - marked >= LATELY_DAYS) continue;
          for (const guardian of home.reached(student)) {
            const isTold = home.heard(student, guardian).some(({ assignments }) => assignments.includes(id));
            expect(isTold, `seed ${seed}, day ${day}: ${guardian} of ${student} never heard of ${id}`).toBe(true);
          }
        }
      home.told.splice(-now.length, now.length);
    });
});

test("if changed: what was told last is not told again, and what is another is", () => {
  for (const seed of seeds)
    fortnight(seed, everybody, "if changed", (home, now, day) => {
      const isTo = (guardian: string, one: Told) =>
        one.readers.includes(guardian) || one.mailbox === home.mailboxOf(guardian);
      for (const student of STUDENTS)
        for (const guardian of home.reached(student)) {
          const last = home.heard(student, guardian).at(-1);
          const own = now.filter((one) => one.student === student && one.readers.includes(guardian));
          const reached = now.some((one) => one.student === student && isTo(guardian, one));
          const isNew = last === undefined || last.state !== home.state(student);
          if (isNew) expect(reached, `seed ${seed}, day ${day}: ${guardian} of ${student} is forgotten`).toBe(true);
          else expect(own.length, `seed ${seed}, day ${day}: ${guardian} of ${student} again`).toBe(0);
        }
    });
});

test("until it is no longer so: a second letter comes only after it was better", () => {
  for (const seed of seeds) {
    const better = new Map<string, number>();
    fortnight(seed, low, "once until it ends", (home, now, day) => {
      for (const student of STUDENTS) {
        const points = Object.values(home.scores).flatMap((scores) => scores[student]?.points ?? []);
        const average = points.reduce((sum, one) => sum + one, 0) / (points.length * POINTS);
        if (average >= LOW) better.set(student, day);
        const isLow = average < LOW;
        for (const guardian of home.reached(student)) {
          const since = home.heard(student, guardian).filter((one) => one.day > (better.get(student) ?? -1));
          const own = now.filter((one) => one.student === student && one.readers.includes(guardian));
          const reached = now.some((one) => one.student === student && one.mailbox === home.mailboxOf(guardian));
          if (since.length > 0) expect(own.length, `seed ${seed}, day ${day}: ${guardian} of ${student} again`).toBe(0);
          else if (isLow) expect(reached, `seed ${seed}, day ${day}: ${guardian} of ${student} forgotten`).toBe(true);
        }
      }
    });
  }
});
