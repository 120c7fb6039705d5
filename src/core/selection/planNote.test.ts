import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import type { Condition } from "../model/condition";
import type { Note } from "../model/note";
import type { Selection } from "../model/selection";
import { worldOf } from "../model/world";
import { startNote } from "../starters/startNote";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { countsSentence, planCounts } from "./planCounts";
import { planNote } from "./planNote";
import { reasonWords } from "./reason";
import { selectionSentence } from "./selectionSentence";

const TODAY = "2026-11-24";

/** A class of students, each with points of 10,000 possible and a number of missing assignments worth nothing. */
function indexOf(people: readonly { points?: number; missing?: number }[]): FiguresIndex {
  const students = people.map((_, place) =>
    sampleStudent({
      id: `s${place}`,
      givenName: `Given${place}`,
      guardians: [{ guardianId: `g${place}`, relation: "parent" }],
    }),
  );
  const guardians = people.map((_, place) => sampleGuardian({ id: `g${place}`, givenName: `Parent${place}` }));
  const main = {
    assignment: sampleAssignment({ id: "main", pointsPossible: 10_000 }),
    scores: Object.fromEntries(
      people.flatMap(({ points }, place) =>
        points === undefined ? [] : [[`s${place}`, { status: "scored" as const, points }]],
      ),
    ),
  };
  const ticked = Array.from({ length: 5 }, (_, assignment) => ({
    assignment: sampleAssignment({
      id: `tick${assignment}`,
      title: `Sheet ${assignment}`,
      pointsPossible: 0,
      order: 2 + assignment,
    }),
    scores: Object.fromEntries(
      people.flatMap(({ missing = 0 }, place) =>
        missing > assignment ? [[`s${place}`, { status: "missing" as const }]] : [],
      ),
    ),
  }));
  return new FiguresIndex(worldOf(sampleWorld({ students, guardians, work: [main, ...ticked] })), TODAY);
}

function noteWith(conditions: Condition[], part: Partial<Note> = {}, selection: Partial<Selection> = {}): Note {
  const note = startNote("empty", { id: "note", now: 0, period: "winter" });
  return { ...note, ...part, selection: { ...note.selection, conditions, ...selection } };
}

const below70: Condition = { kind: "overall", comparison: "below", percent: 70 };
const missing2: Condition = { kind: "missing", atLeast: 2 };
const ids = (matches: readonly { studentId: string }[]) => matches.map(({ studentId }) => studentId);

describe("who is selected", () => {
  test("a condition holds by the shown value; who lies on the other side by the exact one is near, with both figures", () => {
    // 69.96 % is shown as 70 %: nobody is told "70 %, below 70 %".
    const plan = planNote(indexOf([{ points: 6996 }, { points: 6940 }]), noteWith([below70]));
    expect(ids(plan.selected)).toEqual(["s1"]);
    expect(ids(plan.nearMisses)).toEqual(["s0"]);
    const [near] = plan.nearMisses;
    expect(near?.reasons.map((reason) => reasonWords(reason, "Earth Systems 9"))).toEqual([
      "overall 70\u00a0% (exactly 69.96\u00a0%) in Earth Systems 9, not below 70\u00a0%",
    ]);
  });

  test("a selected student who is on the wrong side by the exact value has both figures in the reason", () => {
    const plan = planNote(
      indexOf([{ points: 6996 }]),
      noteWith([{ kind: "overall", comparison: "at least", percent: 70 }]),
    );
    expect(plan.selected[0]?.reasons.map((reason) => reasonWords(reason, "Labs"))).toEqual([
      "overall 70\u00a0% (exactly 69.96\u00a0%) in Labs, at least 70\u00a0%",
    ]);
  });

  test("the threshold is taken as typed", () => {
    const typed: Condition = { kind: "overall", comparison: "below", percent: 69.5 };
    expect(ids(planNote(indexOf([{ points: 6940 }, { points: 7000 }]), noteWith([typed])).selected)).toEqual(["s0"]);
  });

  test("no average never passes a comparison and stands apart", () => {
    const plan = planNote(indexOf([{}, { missing: 3 }]), noteWith([below70, missing2], {}, { match: "any" }));
    expect(ids(plan.selected)).toEqual(["s1"]);
    expect(ids(plan.noAverage)).toEqual(["s0"]);
    expect(
      ids(planNote(indexOf([{}]), noteWith([{ kind: "overall", comparison: "at least", percent: 0 }])).selected),
    ).toEqual([]);
  });

  test("missing work: the reason names the assignments; one assignment fewer is a near miss", () => {
    const plan = planNote(indexOf([{ missing: 2 }, { missing: 1 }, { missing: 0 }]), noteWith([missing2]));
    expect(plan.selected[0]?.reasons.map((reason) => reasonWords(reason, "Labs"))).toEqual([
      "2 missing in Labs (Sheet 0, Sheet 1)",
    ]);
    expect(ids(plan.nearMisses)).toEqual(["s1"]);
  });

  test("equals judging each student plainly, for any figures and conditions", () => {
    const person = fc.record({
      points: fc.option(fc.integer({ min: 0, max: 12_000 }), { nil: undefined }),
      missing: fc.integer({ min: 0, max: 5 }),
    });
    const condition = fc.oneof(
      fc.record({
        kind: fc.constant("overall" as const),
        comparison: fc.constantFrom("below" as const, "at least" as const),
        percent: fc.integer({ min: 0, max: 240 }).map((half) => half / 2),
      }),
      fc.record({ kind: fc.constant("missing" as const), atLeast: fc.integer({ min: 1, max: 5 }) }),
    );
    fc.assert(
      fc.property(
        fc.array(person, { maxLength: 12 }),
        fc.array(condition, { maxLength: 3 }),
        fc.constantFrom("all" as const, "any" as const),
        (people, conditions, match) => {
          const plan = planNote(indexOf(people), noteWith(conditions, {}, { match }));
          const holds = ({ points, missing }: (typeof people)[number], one: (typeof conditions)[number]): boolean => {
            if (one.kind === "missing") return missing >= one.atLeast;
            if (points === undefined) return false;
            const shown = Math.floor((points * 2 + 100) / 200);
            return one.comparison === "below" ? shown < one.percent : shown >= one.percent;
          };
          const expected = people.flatMap((person, place) => {
            const held = conditions.map((one) => holds(person, one));
            const selected = conditions.length === 0 || (match === "all" ? held.every(Boolean) : held.some(Boolean));
            return selected ? [`s${place}`] : [];
          });
          expect(ids(plan.selected).sort()).toEqual(expected.sort());
          const all = [...plan.selected, ...plan.nearMisses, ...plan.noAverage];
          expect(new Set(ids(all)).size).toBe(all.length);
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe("who is written to", () => {
  const twoParents = () => {
    const index = indexOf([{ points: 5000 }]);
    const guardians = [
      sampleGuardian({ id: "g0", givenName: "Ewa" }),
      sampleGuardian({ id: "g1", givenName: "Jan", addresses: ["jan@harbourmail,example"] }),
    ];
    const student = sampleStudent({
      id: "s0",
      address: "s0@students.example",
      guardians: guardians.map(({ id }) => ({ guardianId: id, relation: "parent" })),
    });
    index.apply(
      {
        guardians: {
          added: { g1: guardians[1] as never },
          updated: { g0: [sampleGuardian(), guardians[0] as never] },
          removed: {},
        },
        students: { added: {}, updated: { s0: [student, student] }, removed: {} },
      },
      0,
    );
    return index;
  };
  const recipients = (index: FiguresIndex, part: Partial<Note>) =>
    planNote(index, noteWith([], part)).letters.map(({ recipient }) => recipient.id);

  test.each([
    { audience: { guardians: "all", students: false }, expected: ["g0", "g1"] },
    { audience: { guardians: "first", students: false }, expected: ["g0"] },
    { audience: { guardians: "none", students: true }, expected: ["s0"] },
    { audience: { guardians: "all", students: true }, expected: ["g0", "g1", "s0"] },
  ] as const)("$audience gives $expected", ({ audience, expected }) => {
    expect(recipients(twoParents(), { audience })).toEqual(expected);
  });

  test("who had the note already is left out on request, with the cause; somebody new or never reached still gets it", () => {
    const index = twoParents();
    const written = { studentId: "s0", at: 1, kind: "information" as const };
    index.hear([
      { ...written, roundId: "one", noteId: noteWith([]).id, recipientIds: ["g0"] },
      { ...written, roundId: "two", noteId: "another", recipientIds: ["g1"] },
    ]);
    const all = { audience: { guardians: "all", students: true } } as const;
    expect(recipients(index, all)).toEqual(["g0", "g1", "s0"]);
    expect(recipients(index, { ...all, onlyNew: true })).toEqual(["g1", "s0"]);
    expect(planNote(index, noteWith([], { ...all, onlyNew: true })).leftOutRecipients).toMatchObject([
      { recipient: { id: "g0" }, cause: "had this note already" },
    ]);
  });

  test("an address is good only if it can be written to as it stands", () => {
    const { letters } = planNote(twoParents(), noteWith([]));
    expect(letters.map(({ recipient }) => recipient.addressIsGood)).toEqual([true, false]);
  });

  test("who asked not to be written to is never written to; the next guardian is the first then", () => {
    const index = twoParents();
    const [before] = [...index.world.guardians.values()];
    index.apply(
      {
        guardians: {
          added: {},
          updated: { g0: [before as never, { ...(before as never as object), confirmation: "stopped" } as never] },
          removed: {},
        },
      },
      0,
    );
    expect(recipients(index, { audience: { guardians: "all", students: false } })).toEqual(["g1"]);
    expect(recipients(index, { audience: { guardians: "first", students: false } })).toEqual(["g1"]);
    expect(planNote(index, noteWith([])).leftOutRecipients.map(({ cause }) => cause)).toEqual([
      "asked not to be written to",
    ]);
  });

  test("people left out by hand get nothing and are named as such", () => {
    const index = twoParents();
    expect(recipients(index, { leftOutRecipientIds: ["g0"] })).toEqual(["g1"]);
    // Chosen for this student alone, whatever the audience says; who asked for no letters still gets none.
    const chosen = (ids: string[]) => ({ recipientChoices: { s0: ids } });
    expect(recipients(index, { ...chosen(["s0", "g1"]), audience: { guardians: "none", students: false } })).toEqual([
      "g1",
      "s0",
    ]);
    expect(recipients(index, { ...chosen(["g0", "g1"]), leftOutRecipientIds: ["g1"] })).toEqual(["g0"]);
    expect(recipients(index, { recipientChoices: { somebodyElse: ["g1"] } })).toEqual(["g0", "g1"]);
    const plan = planNote(index, noteWith([], {}, { leftOutStudentIds: ["s0"] }));
    expect(plan.letters).toEqual([]);
    expect(ids(plan.leftOutByHand)).toEqual(["s0"]);
  });

  test("the counts are of letters, people, students and classes", () => {
    const index = indexOf([{ points: 1 }, { points: 2 }]);
    expect(countsSentence(planCounts(planNote(index, noteWith([]))))).toBe(
      "2 letters to 2 guardians of 2 students, in 1 class.",
    );
    const toStudents = planNote(index, noteWith([], { audience: { guardians: "all", students: true } }));
    expect(countsSentence(planCounts(toStudents))).toBe(
      "4 letters to 2 guardians of 2 students and to 2 students, in 1 class.",
    );
    expect(countsSentence(planCounts({ letters: [] }))).toBe("No letters yet.");
  });
});

test("a selection reads as one sentence with everything that is in force", () => {
  const { selection } = noteWith([below70, missing2], {}, { leftOutStudentIds: ["s1"], classIds: ["c1", "c2"] });
  const names = {
    classLabel: (id: string) => id.toUpperCase(),
    period: () => "Winter term",
    student: () => "Ana Wójcik",
  };
  expect(selectionSentence(selection, names)).toBe(
    "Students in C1 and C2 whose overall average is below 70\u00a0% and who miss at least 2 assignments in Winter term; without Ana Wójcik",
  );
});
