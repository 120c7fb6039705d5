import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readyMadeAutomaticNotes } from "@/core/delivery/plans/readyMadeAutomaticNotes";
import type { RunAsked } from "@/core/delivery/plans/runRule";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { digestWords } from "@/core/letter/digestWords";
import { addDays, type Day, instantOf } from "@/core/model/day";
import type { Note } from "@/core/model/note";
import type { WrittenAbout } from "@/core/model/noteKind";
import type { PastScores } from "@/core/model/pastScores";
import { type Repetition, repetitionSchema } from "@/core/model/plan";
import type { Score } from "@/core/model/score";
import { type WorldRecords, worldOf } from "@/core/model/world";
import { noteFrom, startNote } from "@/core/starters/startNote";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "@/core/testing/sampleClass";
import { automaticNoteView, dryRun } from "./planRebuild";
import type { RebuildRequest } from "./rebuildRequest";
import { RoundInMaking } from "./roundInMaking";

const DAY: Day = "2026-11-24";
const NAMES = ["Ana", "Ben", "Cy"];
const HOUR = 3_600_000;
const scored = (points: number): Score => ({ status: "scored", points });

/** Three families, three assignments of 20 points. */
function school(scores: readonly Record<string, Score>[]): WorldRecords {
  return sampleWorld({
    schoolClass: { studentIds: NAMES },
    students: NAMES.map((name) =>
      sampleStudent({ id: name, givenName: name, guardians: [{ guardianId: `g${name}`, relation: "parent" }] }),
    ),
    guardians: NAMES.map((name) =>
      sampleGuardian({
        id: `g${name}`,
        givenName: "Kin",
        familyName: name,
        addresses: [`${name}@harbourmail.example`],
      }),
    ),
    work: scores.map((one, place) => ({
      assignment: sampleAssignment({
        ...{ id: `a${place}`, title: `Quiz ${place}`, categoryId: "quizzes", order: place },
        dueDate: addDays(DAY, place - 1),
      }),
      scores: one,
    })),
  });
}

/** Every score was entered at one moment. */
const past = (count: number, at: number): PastScores[] => [
  {
    at,
    columns: Object.fromEntries(
      Array.from({ length: count }, (_, place) => [`a${place}`, { classId: "class", before: "none" as const }]),
    ),
    averages: {},
  },
];

/** The change of one column alone. */
const columnsOf = (all: PastScores, id: string): PastScores => ({
  ...all,
  columns: Object.fromEntries(Object.entries(all.columns).filter(([key]) => key === id)),
});

const asked = (at: number, part: Partial<RunAsked> = {}, fresh: Partial<RebuildRequest> = {}): RebuildRequest => ({
  at,
  run: { noteId: "n", at, repeat: "each time", baseline: [], ended: {}, ...part },
  ...fresh,
});

const quiz = readyMadeAutomaticNotes("Quizzes")[1];
if (!quiz) throw new Error("The automatic note about quizzes is not on offer.");
const quizNote: Note = noteFrom(quiz.words, { id: "n", now: 0, period: "winter" });
const everybody = startNote("progress", { id: "n", now: 0, period: "winter" });

const written = (part: Partial<WrittenAbout> & { studentId: string; at: number }): WrittenAbout => ({
  ...{ roundId: `r${part.at}`, noteId: "n", kind: "concern", recipientIds: [`g${part.studentId}`], byPlan: true },
  ...part,
});

function toWhom(index: FiguresIndex, note: Note, fresh: RebuildRequest): string[] {
  return dryRun(index, note, fresh).letters.map(({ about }) => about.split(" ")[0] ?? "");
}

describe("how often for one student", () => {
  const at = instantOf(DAY, 16);
  const index = () =>
    new FiguresIndex(
      worldOf(school([{ Ana: scored(10), Ben: scored(12), Cy: scored(19) }])),
      DAY,
      past(1, at - 5 * HOUR),
    );

  test("once is once, for each assignment where the selection names them", () => {
    const one = index();
    expect(toWhom(one, quizNote, asked(at, { repeat: "once" }))).toEqual(["Ana", "Ben"]);
    one.hear([written({ studentId: "Ana", at: at - HOUR, marks: { gAna: { assignmentIds: ["a0"] } } })]);
    expect(toWhom(one, quizNote, asked(at, { repeat: "once" }))).toEqual(["Ben"]);
    // Its own round, rebuilt, counts for nothing.
    expect(toWhom(one, quizNote, asked(at, { repeat: "once" }, { roundId: `r${at - HOUR}` })).length).toBe(2);
    one.hear([written({ studentId: "Ana", at: at - HOUR, marks: { gAna: { assignmentIds: ["another"] } } })]);
    expect(toWhom(one, quizNote, asked(at, { repeat: "once" }))).toEqual(["Ana", "Ben"]);
  });

  test("until it ends: only a certain no opens it again", () => {
    const one = index();
    const low: Note = {
      ...everybody,
      selection: { ...everybody.selection, conditions: [{ kind: "overall", comparison: "below", percent: 70 }] },
    };
    one.hear([written({ studentId: "Ana", at: at - 3 * HOUR }), written({ studentId: "Cy", at: at - 3 * HOUR })]);
    const repeat = "once until it ends";
    expect(toWhom(one, low, asked(at, { repeat }))).toEqual(["Ben"]);
    expect(toWhom(one, low, asked(at, { repeat, ended: { "class/Ana": at - HOUR } }))).toEqual(["Ana", "Ben"]);
    expect(toWhom(one, low, asked(at, { repeat, baseline: ["class/Ben"] }))).toEqual([]);
    expect(automaticNoteView(one, low, ["class/Ben"])).toEqual({
      selected: ["class/Ana", "class/Ben"],
      notSo: ["class/Cy"],
    });
    // Nobody knows how somebody stands of whom nothing was scored: that is no no.
    const unknown = new FiguresIndex(worldOf(school([{ Ben: scored(12) }])), DAY);
    unknown.hear([written({ studentId: "Ana", at: 1 })]);
    expect(automaticNoteView(unknown, low, []).notSo).toEqual([]);
  });

  test("if changed: what only time moves is no change, a comment is one", () => {
    const one = index();
    const [first] = new RoundInMaking(one, everybody, at, 1, asked(at, { repeat: "if changed" })).next(9).letters;
    const marks = { [first?.entry.recipient.id ?? ""]: first?.marks.Ana ?? {} };
    const before = [written({ studentId: "Ana", at: at - HOUR, marks })];
    one.hear(before);
    const later = asked(at + 2 * 24 * HOUR, { repeat: "if changed" });
    expect(toWhom(one, everybody, later)).toEqual(["Ben", "Cy"]);
    const commented = school([{ Ana: { ...scored(10), comment: "Better." }, Ben: scored(12), Cy: scored(19) }]);
    const two = new FiguresIndex(worldOf(commented), DAY);
    two.hear(before);
    expect(toWhom(two, everybody, later)).toEqual(["Ana", "Ben", "Cy"]);
  });

  test("a guardian who had another automatic note lately waits, and one letter of a run is enough", () => {
    const one = index();
    one.hear([written({ studentId: "Ana", noteId: "other", at: at - 24 * HOUR, standing: true })]);
    expect(toWhom(one, everybody, asked(at, { quietDays: 2 }))).toEqual(["Ben", "Cy"]);
    expect(toWhom(one, everybody, asked(at, { quietDays: 1 }))).toEqual(["Ana", "Ben", "Cy"]);
    // Rounds by hand and digests neither count nor are held.
    one.hear([written({ studentId: "Ana", noteId: "other", at: at - HOUR })]);
    expect(toWhom(one, everybody, asked(at, { quietDays: 5 }))).toEqual(["Ana", "Ben", "Cy"]);
  });

  test("new entries are what came in since it is on, and since the last letter", () => {
    const one = index();
    expect(toWhom(one, everybody, asked(at, { newSince: at - 9 * HOUR }))).toEqual(["Ana", "Ben", "Cy"]);
    expect(toWhom(one, everybody, asked(at, { newSince: at - HOUR }))).toEqual([]);
    one.hear([written({ studentId: "Ben", at: at - 2 * HOUR })]);
    expect(toWhom(one, everybody, asked(at, { newSince: at - 9 * HOUR }))).toEqual(["Ana", "Cy"]);
  });

  test("a second letter tells what came in since the first, however long ago that was; a reader who had none is told all", () => {
    const work = [{ Ana: scored(10) }, { Ana: scored(12) }];
    const records = school(work);
    const moments = [at - 9 * 24 * HOUR, at - 2 * HOUR];
    const history = moments.flatMap((one, place) => past(2, one).map((each) => columnsOf(each, `a${place}`)));
    const index = new FiguresIndex(worldOf(records), DAY, history);
    const digest: Note = noteFrom(digestWords("weekly"), { id: "n", now: 0, period: "winter" });
    const titles = (before: WrittenAbout[]) => {
      index.hear(before);
      const { letters } = new RoundInMaking(index, digest, at, 1).next(9);
      const mine = letters.find(({ entry }) => entry.studentIds[0] === "Ana")?.rendered.text ?? "";
      return ["Quiz 0:", "Quiz 1:"].filter((title) => mine.includes(title));
    };
    expect(titles([])).toEqual(["Quiz 1:"]);
    expect(titles([written({ studentId: "Ana", at: at - 10 * 24 * HOUR })])).toEqual(["Quiz 0:", "Quiz 1:"]);
    expect(titles([written({ studentId: "Ana", at: at - HOUR })])).toEqual([]);
    // Made before the score came in, and left after it.
    expect(titles([written({ studentId: "Ana", at: at - HOUR, madeAt: at - 3 * HOUR })])).toEqual(["Quiz 1:"]);
    expect(titles([written({ studentId: "Ana", at: at - HOUR, recipientIds: ["somebody else"] })])).toEqual([
      "Quiz 1:",
    ]);
  });

  test("a digest with nothing that its reader was not told does not go: what is coming up is news once", () => {
    const records = school([{ Ana: scored(10) }, {}, {}]);
    const index = new FiguresIndex(worldOf(records), DAY, past(1, at - 9 * 24 * HOUR));
    const digest: Note = noteFrom(digestWords("daily"), { id: "n", now: 0, period: "winter" });
    const wishes = records.guardians.map((one) => ({ ...one, frequency: "daily" as const }));
    const daily = new FiguresIndex(worldOf({ ...records, guardians: wishes }), DAY, past(1, at - 9 * 24 * HOUR));
    const run = asked(at, { digest: "daily" });
    expect(toWhom(index, digest, run)).toEqual([]);
    expect(toWhom(daily, digest, run)).toEqual(["Ana", "Ben", "Cy"]);
    const { letters } = new RoundInMaking(daily, digest, at, 1, run).next(9);
    const heard = letters.map(({ entry, marks }) =>
      written({
        studentId: entry.studentIds[0] ?? "",
        at,
        marks: { [entry.recipient.id]: Object.values(marks)[0] ?? {} },
      }),
    );
    const tomorrow = asked(at + 24 * HOUR, { digest: "daily" });
    daily.hear(heard);
    expect(toWhom(daily, digest, tomorrow)).toEqual([]);
    const more = school([{ Ana: scored(10) }, {}, {}, {}]);
    const next = new FiguresIndex(worldOf({ ...more, guardians: wishes }), DAY, past(1, at - 9 * 24 * HOUR));
    next.hear(heard);
    expect(toWhom(next, digest, tomorrow)).toEqual(["Ana", "Ben", "Cy"]);
    expect(toWhom(next, digest, { ...tomorrow, sendsEmpty: true })).toEqual(["Ana", "Ben", "Cy"]);
  });

  test("a letter that can't go is left out and named, and holds up no other", () => {
    const records = school([{ Ana: scored(10) }]);
    const broken = records.guardians.map((one) => (one.id === "gBen" ? { ...one, addresses: ["ben@@x"] } : one));
    const one = new FiguresIndex(worldOf({ ...records, guardians: broken }), DAY);
    const { letters, stopped } = dryRun(one, everybody, asked(at));
    expect(letters.map(({ about }) => about)).toEqual(["Ana Wójcik", "Cy Wójcik"]);
    expect(stopped.map(({ words }) => words)).toEqual([expect.stringContaining("Ben")]);
  });
});

const points = fc.option(fc.integer({ min: 0, max: 20 }), { nil: undefined });
const scoresArbitrary = fc.array(fc.tuple(points, points, points), { minLength: 1, maxLength: 4 });

test("a run laid at any earlier moment is the run worked out at its time, where nothing changed", () => {
  fc.assert(
    fc.property(
      scoresArbitrary,
      fc.integer({ min: 0, max: 9 }),
      fc.constantFrom<Repetition>(...repetitionSchema.options),
      fc.array(fc.record({ place: fc.nat(2), daysAgo: fc.integer({ min: -3, max: 12 }) }), { maxLength: 4 }),
      fc.constantFrom(everybody, quizNote, startNote("missing work", { id: "n", now: 0, period: "winter" })),
      (all, daysAhead, repeat, before, note) => {
        const records = school(
          all.map((row) =>
            Object.fromEntries(
              row.flatMap((value, place) => (value === undefined ? [] : [[NAMES[place], scored(value)]])),
            ),
          ),
        );
        const runDay = addDays(DAY, daysAhead);
        const at = instantOf(runDay, 16);
        const history = past(all.length, instantOf(DAY, 8));
        const heard = before.map(({ place, daysAgo }) =>
          written({ studentId: NAMES[place] ?? "Ana", at: at - daysAgo * 24 * HOUR, noteId: "n" }),
        );
        const made = (today: Day) => {
          const index = new FiguresIndex(worldOf(records), today, history);
          index.hear(heard);
          const { letters } = new RoundInMaking(index, note, at, 1, asked(at, { repeat })).next(99);
          return letters.map(({ entry, rendered, made: content }) => [entry.key, rendered.text, content]);
        };
        expect(made(DAY)).toEqual(made(runDay));
      },
    ),
    { numRuns: 150 },
  );
});
