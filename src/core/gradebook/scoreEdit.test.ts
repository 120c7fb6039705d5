import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyChange, reverseChange, setRows } from "../change/change";
import { FiguresIndex } from "../figures/figuresIndex";
import type { Score } from "../model/score";
import { worldOf } from "../model/world";
import { RANDOM_DAY, randomGradebook } from "../testing/randomGradebook";
import { sampleAssignment, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { editScores, pastedScores, type ScoreEdit, scoreAfterKey, typedScore, withComment } from "./scoreEdit";

const assignment = sampleAssignment();
const scored = (points: number): Score => ({ status: "scored", points });

describe("what is typed into a cell", () => {
  test.each<[string, Score | undefined, Score | undefined]>([
    ["17", undefined, scored(17)],
    ["9,5", scored(3), scored(9.5)],
    ["50%", undefined, scored(10)],
    ["", scored(3), undefined],
    ["m", scored(3), { status: "missing" }],
    ["Late", undefined, { status: "late" }],
    ["l", scored(3), { status: "late", points: 3 }],
    ["18", { status: "late", points: 3 }, { status: "late", points: 18 }],
    ["h", { status: "missing" }, { status: "scored" }],
    ["12 late", undefined, { status: "late", points: 12 }],
    ["7", { status: "missing", comment: "see me" }, { status: "scored", points: 7, comment: "see me" }],
  ])("“%s” over %j", (text, before, score) => {
    expect(typedScore(text, before, assignment)).toEqual({ ok: true, score });
  });

  test.each(["-1", "abc", "=1+1", "999999999"])("“%s” is refused with a word", (text) => {
    expect(typedScore(text, scored(3), assignment)).toMatchObject({ ok: false, problem: expect.stringMatching(/\.$/) });
  });

  test("what is said of an assignment stays beside its score, and makes one that is not yet scored where there was none", () => {
    const scored: Score = { status: "late", points: 8, comment: "c", levels: { Method: "weak" } };
    expect(withComment(scored, " Well done. ", ["bank"])).toEqual({
      ...scored,
      comment: "Well done.",
      bankIds: ["bank"],
    });
    expect(withComment({ ...scored, bankIds: ["bank"] }, "")).toEqual({
      status: "late",
      points: 8,
      levels: scored.levels,
    });
    expect(withComment(undefined, "Well done.")).toEqual({ status: "pending", comment: "Well done." });
    expect(withComment(undefined, " ")).toBeUndefined();
  });

  test("a status that can have no points takes them away, others keep them", () => {
    const before: Score = { status: "scored", points: 8, comment: "c" };
    expect(scoreAfterKey("m", { ...before, levels: { Method: "sound" } })).toEqual({
      status: "missing",
      comment: "c",
      levels: { Method: "sound" },
    });
    expect(scoreAfterKey("e", before)).toEqual({ status: "excused", comment: "c" });
    expect(scoreAfterKey("p", before)).toEqual({ status: "pending", comment: "c" });
    expect(scoreAfterKey("i", before)).toEqual({ status: "incomplete", points: 8, comment: "c" });
  });
});

describe("a pasted block", () => {
  const assignments = [assignment, sampleAssignment({ id: "second" })];
  const cellAt = (row: number, column: number) => {
    const [studentId, assignment] = [["a", "b", "c"][row], assignments[column]];
    return studentId && assignment ? { studentId, assignment } : undefined;
  };
  const paste = (text: string, rows = 1, columns = 1) => pastedScores(text, cellAt, { rows, columns }, () => undefined);

  test("is laid from its first cell on; what lies beyond is counted, what is no score is told", () => {
    const { edits, refused, beyond } = paste("1\t2\r\n3\tx?\r\n\t5\r\n7\t8\r\n");
    expect(
      edits.map(({ assignmentId, studentId, score }) => `${studentId} ${assignmentId} ${score?.points ?? "cleared"}`),
    ).toEqual(["a assignment 1", "a second 2", "b assignment 3", "c assignment cleared", "c second 5"]);
    expect(refused).toEqual(["x?"]);
    expect(beyond).toBe(2);
  });

  test("of one value fills the whole selection", () => {
    expect(paste("m", 3, 2).edits).toHaveLength(6);
    expect(paste("m", 3, 2).edits.every(({ score }) => score?.status === "missing")).toBe(true);
  });
});

test("edits are one change, the last for a cell counts, and it goes back whole", () => {
  const world = worldOf(
    sampleWorld({ students: [sampleStudent()], work: [{ assignment: assignment, scores: { student: scored(1) } }] }),
  );
  const change = editScores(
    [
      { assignmentId: "assignment", studentId: "student", score: scored(5) },
      { assignmentId: "assignment", studentId: "student", score: undefined },
      { assignmentId: "nowhere", studentId: "student", score: scored(5) },
    ],
    world,
  );
  expect(applyChange(world, change).scoreColumns.get("assignment")?.scores).toEqual({});
  expect(applyChange(applyChange(world, change), reverseChange(change)).scoreColumns).toEqual(world.scoreColumns);
});

test("the index after any sequence of edits, undone ones among them, equals one built again", () => {
  const edit = fc.record({
    place: fc.nat(7),
    studentId: fc.constantFrom("a", "b", "c", "d"),
    text: fc.constantFrom("", "0", "7.5", "20", "m", "l", "e", "h", "i"),
    undone: fc.boolean(),
    asked: fc.constantFrom("autumn", "winter", "year"),
    also: fc.constantFrom("nothing", "decimals", "points possible", "family name"),
  });
  fc.assert(
    fc.property(randomGradebook, fc.array(edit, { maxLength: 12 }), (gradebook, edits) => {
      const { schoolClass, assignments, columns } = gradebook;
      const students = schoolClass.studentIds.map((id) => sampleStudent({ id, studentNumber: id }));
      const records = {
        ...sampleWorld({ students }),
        classes: [schoolClass],
        assignments: [...assignments],
        scoreColumns: [...columns.values()],
      };
      const index = new FiguresIndex(worldOf(records), RANDOM_DAY);
      for (const { place, studentId, text, undone, asked, also } of edits) {
        const assignment = assignments[place % assignments.length];
        if (!assignment) continue;
        // Asked before the edit, so that something stale could stay.
        for (const id of schoolClass.studentIds) index.figures(schoolClass.id, id, asked);
        index.columns(schoolClass.id, asked);
        index.enrolled(schoolClass.id);
        const before = index.world.scoreColumns.get(assignment.id)?.scores[studentId];
        const typed = typedScore(text, before, assignment);
        const one: ScoreEdit[] = typed.ok ? [{ assignmentId: assignment.id, studentId, score: typed.score }] : [];
        const change = editScores(one, index.world);
        index.apply(change, 0);
        if (undone) index.apply(reverseChange(change), 0);
        const { classes, assignments: work, students: people } = index.world;
        const [ofClass, ofAssignment, ofStudent] = [
          classes.get(schoolClass.id),
          work.get(assignment.id),
          people.get(studentId),
        ];
        if (also === "decimals" && ofClass) {
          index.apply(
            {
              classes: setRows<"classes">(classes, [
                [ofClass.id, { ...ofClass, decimals: ofClass.decimals === 0 ? 1 : 0 }],
              ]),
            },
            0,
          );
        } else if (also === "points possible" && ofAssignment) {
          const pointsPossible = ofAssignment.pointsPossible + 1;
          index.apply(
            { assignments: setRows<"assignments">(work, [[ofAssignment.id, { ...ofAssignment, pointsPossible }]]) },
            0,
          );
        } else if (also === "family name" && ofStudent) {
          const familyName = `${text}${ofStudent.familyName}`;
          index.apply({ students: setRows<"students">(people, [[ofStudent.id, { ...ofStudent, familyName }]]) }, 0);
        }
      }
      const rebuilt = new FiguresIndex(index.world, RANDOM_DAY);
      expect(index.enrolled(schoolClass.id)).toEqual(rebuilt.enrolled(schoolClass.id));
      for (const period of ["autumn", "winter", "year"]) {
        expect(index.columns(schoolClass.id, period)).toEqual(rebuilt.columns(schoolClass.id, period));
      }
      for (const id of schoolClass.studentIds) {
        for (const period of ["autumn", "winter", "year"]) {
          expect(index.figures(schoolClass.id, id, period)).toEqual(rebuilt.figures(schoolClass.id, id, period));
        }
      }
    }),
  );
});
