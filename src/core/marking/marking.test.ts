import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { comparedViews } from "../figures/comparedViews";
import { FiguresIndex } from "../figures/figuresIndex";
import { isOverruled, markingState, withReached, withTotal } from "../figures/markScore";
import { rubricTotal } from "../figures/rubricTotal";
import type { BankComment } from "../model/bankComment";
import type { Condition } from "../model/condition";
import type { Criterion, Level, Reached } from "../model/criterion";
import type { Rubric } from "../model/rubric";
import type { Score } from "../model/score";
import type { View } from "../model/view";
import { worldOf } from "../model/world";
import { planNote } from "../selection/planNote";
import { startNote } from "../starters/startNote";
import { sampleAssignment, sampleClass, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { countedComments, foundComments, wordsOf } from "./commentBank";
import { feedbackTo } from "./feedbackNote";
import { drawnOrder } from "./markingOrder";
import { marksText } from "./marksText";
import { pastedMarks } from "./pastedMarks";
import { takeOverRubric } from "./takeOverRubric";

const tenThousandths = (most: number) => fc.integer({ min: 0, max: most }).map((whole) => whole / 10_000);
const levels = fc
  .array(tenThousandths(500_000), { minLength: 2, maxLength: 5 })
  .map((points) => points.map((one, place) => ({ id: `l${place}`, label: `level ${place}`, points: one })));
const weight = fc.option(
  fc.integer({ min: 1, max: 100_000 }).map((whole) => whole / 10_000),
  { nil: undefined },
);
const criterion: fc.Arbitrary<Omit<Criterion, "id">> = fc.oneof(
  fc.record({ name: fc.string({ minLength: 1, maxLength: 9 }), levels, weight }),
  fc.record({
    name: fc.string({ minLength: 1, maxLength: 9 }),
    levels: fc.constant<Level[]>([]),
    most: tenThousandths(500_000),
    weight,
  }),
);
const rubric = fc
  .array(criterion, { minLength: 1, maxLength: 6 })
  .map((all) => all.map((one, place): Criterion => ({ ...one, id: `c${place}` })));
const marks = fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 6, maxLength: 6 });

/** A mark for each criterion: one of its levels, or some of its points. */
function reachedBy(criteria: readonly Criterion[], picks: readonly number[]): Reached {
  return Object.fromEntries(
    criteria.map(({ id, levels: own, most = 0 }, place) => {
      const pick = picks[place] ?? 0;
      return [id, own.length > 0 ? `l${pick % own.length}` : Math.floor((most * pick * 10_000) / 9) / 10_000];
    }),
  );
}

/** The same by hand: whole numbers of hundred-millionths, since weights and points have four decimals each. */
function plainSum(criteria: readonly Criterion[], pointsIn: (one: Criterion) => number): bigint {
  return criteria.reduce(
    (sum, one) => sum + BigInt(Math.round(pointsIn(one) * 10_000)) * BigInt(Math.round((one.weight ?? 1) * 10_000)),
    0n,
  );
}

/** Half away from zero, so many places fewer. */
const roundedTo = (value: bigint, of: bigint) => (value * 2n + of) / (of * 2n);

describe("the total of a rubric", () => {
  test("is the plain sum under any weights, or that scaled to what the assignment is worth", () => {
    fc.assert(
      fc.property(rubric, marks, tenThousandths(2_000_000), (criteria, picks, pointsPossible) => {
        const reached = reachedBy(criteria, picks);
        const points = plainSum(criteria, ({ id, levels: own }) => {
          const mark = reached[id];
          return typeof mark === "number" ? mark : (own.find((level) => level.id === mark)?.points ?? 0);
        });
        const possible = plainSum(
          criteria,
          ({ levels: own, most }) => most ?? Math.max(...own.map((one) => one.points ?? 0)),
        );
        const of = (totalRule: "sum" | "scaled" | "none") =>
          rubricTotal({ rubric: criteria, totalRule, pointsPossible }, reached).score;
        expect(of("sum")).toBe(Number(roundedTo(points, 10_000n)) / 10_000);
        const worth = BigInt(Math.round(pointsPossible * 10_000));
        expect(of("scaled")).toBe(
          possible === 0n ? undefined : Number(roundedTo(points * worth, possible * 100n)) / 100,
        );
        expect(of("none")).toBeUndefined();
      }),
    );
  });

  test("is none until every criterion is judged, and a mark that its rubric has no more is no judgement", () => {
    fc.assert(
      fc.property(rubric, marks, (criteria, picks) => {
        const reached = reachedBy(criteria, picks);
        const [first] = criteria;
        const assignment = { rubric: criteria, totalRule: "sum", pointsPossible: 20 } as const;
        const { [first?.id ?? ""]: _first, ...others } = reached;
        expect(rubricTotal(assignment, others)).toMatchObject({ judged: criteria.length - 1, score: undefined });
        expect(rubricTotal(assignment, { ...others, [first?.id ?? ""]: "gone" }).score).toBeUndefined();
        expect(rubricTotal(assignment, { ...reached, more: "l0" }).judged).toBe(criteria.length);
      }),
    );
  });
});

const METHOD: Criterion = {
  id: "m",
  name: "Method",
  levels: [
    { id: "weak", label: "weak", points: 1 },
    { id: "sound", label: "sound", points: 4 },
  ],
};
const CARE: Criterion = { id: "c", name: "Care", levels: [], most: 6 };
const lab = sampleAssignment({ rubric: [METHOD, CARE], totalRule: "sum", pointsPossible: 10 });
const judge = (score: Score | undefined, ...all: [string, string | number | undefined][]) =>
  all.reduce((before, [id, mark]) => withReached(before, lab, id, mark), score);

describe("marking a student", () => {
  test("the total becomes the score when the last criterion is judged, and goes when one is taken back", () => {
    const half = judge(undefined, ["m", "sound"]);
    expect(half).toEqual({ status: "pending", levels: { m: "sound" } });
    const whole = judge(half, ["c", 5.5]);
    expect(whole).toEqual({ status: "scored", points: 9.5, levels: { m: "sound", c: 5.5 } });
    expect(judge(whole, ["c", undefined])).toEqual(half);
    expect(judge(half, ["m", undefined])).toBeUndefined();
  });

  test("points set by hand stay whatever is marked after, are known as such, and give way when told to", () => {
    const byHand: Score = { status: "late", points: 7 };
    const marked = judge(byHand, ["m", "sound"], ["c", 6]);
    expect(marked).toMatchObject({ status: "late", points: 7 });
    expect(isOverruled(marked, lab)).toBe(true);
    const total = withTotal(marked ?? byHand, lab);
    expect(total).toMatchObject({ status: "late", points: 10 });
    expect(isOverruled(total, lab)).toBe(false);
  });

  test("who did not hand in gets no points, and has nothing left to be judged", () => {
    const missing = judge({ status: "missing" }, ["m", "sound"], ["c", 6]);
    expect(missing).toEqual({ status: "missing", levels: { m: "sound", c: 6 } });
    expect(markingState({ status: "excused" }, lab)).toBe("marked");
    expect(markingState(judge(undefined, ["m", "sound"]), lab)).toBe("half done");
    expect(markingState({ status: "scored", points: 3 }, lab)).toBe("not begun");
  });

  test("a changed rubric goes where it is wanted: marks stay, scores that came from it are rebuilt, those by hand stay", () => {
    const before = judge(undefined, ["m", "sound"], ["c", 6]);
    const byHand: Score = { status: "scored", points: 3, levels: { m: "sound", c: 6 } };
    const world = sampleWorld({ students: [] });
    const scores = { one: before ?? byHand, two: byHand };
    const columns = [{ assignmentId: lab.id, classId: lab.classId, scores }];
    const index = worldOf({ ...world, assignments: [lab], scoreColumns: columns });
    const doubled = METHOD.levels.map((level) => ({ ...level, points: (level.points ?? 0) * 2 }));
    const rubric: Rubric = { id: "r", name: "Lab", criteria: [{ ...METHOD, levels: doubled }, CARE], totalRule: "sum" };
    const change = takeOverRubric(rubric, [lab], index);
    const [, after] = change.scoreColumns?.updated[lab.id] ?? [];
    expect(after?.scores.one).toEqual({ status: "scored", points: 14, levels: { m: "sound", c: 6 } });
    // Nobody is asked to give another score than the one she typed.
    expect(after?.scores.two).toEqual(byHand);
    expect(change.assignments?.updated[lab.id]?.[1]).toMatchObject({ rubricId: "r", totalRule: "sum" });
  });

  test("a rubric that is changed after its use leaves what another assignment was marked by as it was", () => {
    const marked = judge(undefined, ["m", "sound"], ["c", 6]);
    const changed = {
      ...lab,
      rubric: [{ ...METHOD, levels: [{ id: "weak", label: "weak", points: 0 }, ...METHOD.levels] }],
    };
    expect(rubricTotal(lab, marked?.levels).score).toBe(10);
    expect(markingState(marked, changed)).toBe("marked");
    expect(isOverruled(marked, changed)).toBe(true);
  });
});

test("a lot names everybody once, the same for one seed", () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.string()), fc.integer(), (ids, seed) => {
      expect([...drawnOrder(ids, seed)].sort()).toEqual([...ids].sort());
      expect(drawnOrder(ids, seed)).toEqual(drawnOrder([...ids].reverse(), seed));
    }),
  );
});

const sentence = (id: string, text: string, about = ""): BankComment => ({
  id,
  about,
  words: { type: "doc", content: [{ type: "paragraph", content: [{ type: "text", text }] }] },
});

test("a few letters find a sentence, and those that are used stand first", () => {
  const bank = [
    sentence("a", "The method is clear."),
    sentence("b", "Mind the units."),
    sentence("c", "Méthode soignée."),
  ];
  const scores: Record<string, Score> = { one: { status: "scored", bankIds: ["b"] } };
  const counted = countedComments(bank, [{ assignmentId: "lab", classId: "", scores }], "lab");
  expect(counted.map(({ comment, usedHere }) => [comment.id, usedHere])).toEqual([
    ["b", 1],
    ["c", 0],
    ["a", 0],
  ]);
  const find = (typed: string) => foundComments(counted, typed).map(({ comment }) => wordsOf(comment));
  expect(find("th me")).toEqual(["The method is clear.", "Méthode soignée."]);
  expect(find("meth")).toEqual(["Méthode soignée.", "The method is clear."]);
  expect(find("nits")).toEqual(["Mind the units."]);
  expect(find("zz")).toEqual([]);
  expect(find("")).toHaveLength(3);
});

test("views stand beside the teacher's marks: the median of others is a level that somebody chose, and what differs comes first", () => {
  const three: Criterion = { id: "t", name: "Three", levels: ["a", "b", "c"].map((label) => ({ id: label, label })) };
  const view = (by: View["by"], at: number, reached: Reached): View => ({
    ...{ id: `${by}${at}`, assignmentId: "lab", studentId: "s", studentNumber: "", comment: "", inFeedback: false },
    ...{ by, at, reached },
  });
  fc.assert(
    fc.property(fc.array(fc.constantFrom("a", "b", "c")), fc.constantFrom("a", "b", "c"), (others, mine) => {
      const views = [
        view("own", 0, { t: "a", m: "weak" }),
        view("own", 1, { t: "b", m: "weak" }),
        ...others.map((level, place) => view("other", place, { t: level })),
      ];
      const compared = comparedViews([METHOD, three], { t: mine, m: "weak" }, views);
      const found = compared.find(({ criterion }) => criterion.id === "t");
      const sorted = [...others].sort();
      const median = sorted[Math.floor((sorted.length - 1) / 2)];
      expect(found).toMatchObject({ teacher: mine, own: "b", count: others.length });
      expect(found?.others).toBe(median);
      expect(found?.differs).toBe(mine !== "b" || (median !== undefined && median !== mine));
      expect(compared.map(({ differs }) => differs)).toEqual([found?.differs, false]);
    }),
  );
});

describe("a condition on marks", () => {
  const studentIds = ["weak", "sound", "half", "none", "missing", "other rubric"];
  const students = studentIds.map((id) => sampleStudent({ id, studentNumber: id, givenName: id }));
  const scores: Record<string, Score> = {
    weak: { status: "scored", points: 3, levels: { m: "weak", c: 2 } },
    sound: { status: "scored", points: 10, levels: { m: "sound", c: 6 } },
    half: { status: "pending", levels: { m: "sound" } },
    missing: { status: "missing" },
    "other rubric": { status: "pending", levels: { m: "gone", c: 1 } },
  };
  const schoolClass = sampleClass({ id: lab.classId, studentIds });
  const columns = [{ assignmentId: lab.id, classId: lab.classId, scores }];
  const records = { ...sampleWorld({ students }), classes: [schoolClass], assignments: [lab], scoreColumns: columns };
  const index = new FiguresIndex(worldOf(records), "2026-11-24");
  const selectedBy = (condition: Condition) => {
    const note = startNote("empty", { id: "n", now: 0, period: "year" });
    const selection = { ...note.selection, conditions: [condition] };
    return planNote(index, { ...note, selection })
      .selected.map(({ studentId }) => studentId)
      .sort();
  };
  const method = (comparison: "at most" | "at least" | "below" | "above", value: string) =>
    selectedBy({ kind: "criterion", assignment: lab.title, criterion: "method", comparison, value });

  test("compares levels by their order, free points as numbers; who was not judged is in no answer", () => {
    expect(method("at most", "weak")).toEqual(["weak"]);
    expect(method("at least", "weak")).toEqual(["half", "sound", "weak"]);
    expect(method("above", "Sound")).toEqual([]);
    expect(method("at most", "no such level")).toEqual([]);
    const care = { kind: "criterion", assignment: lab.title, criterion: "Care", comparison: "at most" } as const;
    expect(selectedBy({ ...care, value: "2" })).toEqual(["other rubric", "weak"]);
    expect(selectedBy({ ...care, value: "" })).toEqual([]);
  });

  test("knows who is marked, and says nothing of who did not hand in", () => {
    const marked = (state: "marked" | "half done" | "not begun") =>
      selectedBy({ kind: "marked", assignment: lab.title, state });
    expect(marked("marked")).toEqual(["sound", "weak"]);
    expect(marked("half done")).toEqual(["half", "other rubric"]);
    expect(marked("not begun")).toEqual(["none"]);
  });
});

test("a table of marks that is copied and pasted back, in any order, marks the same students the same", () => {
  const students = ["Ana", "Bo", "Chi"].map((givenName, place) =>
    sampleStudent({ id: givenName, studentNumber: `40${place}`, givenName, familyName: "Quay" }),
  );
  const level = fc.option(fc.constantFrom("weak", "sound"), { nil: undefined });
  const points = fc.option(tenThousandths(60_000), { nil: undefined });
  // What a spreadsheet keeps of a cell has no blanks at its ends.
  const comment = fc.string().map((text) => text.trim());
  const mark = fc.record({ m: level, c: points, comment });
  fc.assert(
    fc.property(fc.tuple(mark, mark, mark), fc.shuffledSubarray([0, 1, 2], { minLength: 3 }), (marks, order) => {
      const scores = new Map(
        students.map(({ id }, place): [string, Score] => {
          const { m, c, comment: said = "" } = marks[place] ?? {};
          const levels = { ...(m !== undefined && { m }), ...(c !== undefined && { c }) };
          return [id, { status: "pending", levels, ...(said && { comment: said }) }];
        }),
      );
      const shuffled = order.flatMap((place) => students[place] ?? []);
      const text = marksText(lab, shuffled, (id) => scores.get(id));
      const pasted = pastedMarks(text, lab.rubric ?? [], { students, row: 0, column: 0 });
      expect([pasted.refused, pasted.unknown]).toEqual([[], []]);
      for (const { id } of students) {
        const { levels, comment: said } = scores.get(id) ?? {};
        const found = pasted.marks.find(({ studentId }) => studentId === id);
        expect([found?.reached ?? {}, found?.comment]).toEqual([levels, said]);
      }
    }),
  );
});

test("a pasted block without headings is laid from its cell; what is no level is named, and a stranger changes nobody", () => {
  const students = ["a", "b"].map((id) => sampleStudent({ id, studentNumber: id, givenName: id }));
  const paste = (text: string, row = 0, column = 0) => pastedMarks(text, lab.rubric ?? [], { students, row, column });
  expect(paste("sound\t5\nWEAK\t")).toEqual({
    marks: [
      { studentId: "a", reached: { m: "sound", c: 5 } },
      { studentId: "b", reached: { m: "weak" } },
    ],
    refused: [],
    unknown: [],
  });
  expect(paste("4\n7", 1, 1)).toEqual({ marks: [{ studentId: "b", reached: { c: 4 } }], refused: [], unknown: ["7"] });
  expect(paste("great\t6.5")).toEqual({ marks: [], refused: ["“great”", "“6.5”"], unknown: [] });
  // Levels with points go by these; a place would be another level.
  expect(paste("4").marks).toEqual([{ studentId: "a", reached: { m: "sound" } }]);
  expect(paste("2").refused).toEqual(["“2”"]);
});

test("marks that are pasted with a name only like a student’s, or with two students’ name, change nobody", () => {
  const students = [
    sampleStudent({ id: "a", studentNumber: "1", givenName: "Katarina", familyName: "Novak" }),
    sampleStudent({ id: "b", studentNumber: "2", givenName: "Ben", familyName: "Okafor" }),
    sampleStudent({ id: "c", studentNumber: "3", givenName: "Ben", familyName: "Okafor" }),
  ];
  const paste = (name: string) =>
    pastedMarks(`Student\t${lab.rubric?.[0]?.name}\n${name}\tsound`, lab.rubric ?? [], { students, row: 0, column: 0 });
  expect(paste("Katarina Novak").marks).toEqual([{ studentId: "a", reached: { m: "sound" } }]);
  for (const name of ["Katarina Novac", "Katarina N", "Ben Okafor", "Somebody Else"])
    expect([paste(name).marks, paste(name).unknown]).toEqual([[], [name]]);
});

test.each([true, false])(
  "feedback to some goes to them alone; sent again (%s) it goes to those too who had it",
  (again) => {
    const note = { ...startNote("feedback", { id: "n", now: 0, period: "winter" }), onlyNew: true };
    const audience = { guardians: "first", students: true } as const;
    const made = feedbackTo(note, ["a", "b"], audience, again);
    expect(made).toMatchObject({ onlyNew: !again, audience });
    expect(made.selection).toMatchObject({
      ...{ match: "all", conditions: [{ kind: "chosen", studentIds: ["a", "b"] }] },
      ...{ addedStudentIds: [], leftOutStudentIds: [] },
    });
  },
);
