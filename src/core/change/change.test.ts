import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Student } from "../model/student";
import { worldOf } from "../model/world";
import { sampleAssignment, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { applyChange, type Change, changeBetween, isEmptyChange, reverseChange, sameData, setRows } from "./change";
import { danglingRecords } from "./danglingRecords";
import { rebaseChange } from "./rebaseChange";

const students = fc.uniqueArray(
  fc
    .record({ id: fc.constantFrom("a", "b", "c", "d", "e"), familyName: fc.string() })
    .map((part) => sampleStudent(part)),
  { selector: ({ id }) => id },
);
const byId = (list: Student[]) => list.map((student) => [student.id, student] as const);

describe("a change", () => {
  test("applied and taken back leaves the world as it was; taken back twice it is applied again", () => {
    fc.assert(
      fc.property(students, students, fc.subarray(["a", "b", "c", "d", "e"]), (before, set, remove) => {
        const world = worldOf(sampleWorld({ students: before }));
        const removed = Object.fromEntries([...world.students].filter(([id]) => remove.includes(id)));
        const kept = new Map([...world.students].filter(([id]) => !remove.includes(id)));
        const put = byId(set.filter(({ id }) => !remove.includes(id)));
        const change: Change = { students: { ...setRows<"students">(kept, put), removed } };
        const after = applyChange(world, change);
        expect(rebaseChange(world, change)).toEqual({ change: { students: change.students }, conflicts: [] });
        expect(changeBetween(world, after, [change]).students ?? { added: {}, updated: {}, removed: {} }).toEqual(
          change.students,
        );
        expect(applyChange(after, reverseChange(change)).students).toEqual(world.students);
        expect(reverseChange(reverseChange(change))).toEqual(change);
        for (const [id, student] of put) expect(after.students.get(id)).toEqual(student);
        for (const id of remove) expect(after.students.has(id)).toBe(false);
      }),
    );
  });

  test("rows that stay the same are not in it", () => {
    const world = worldOf(sampleWorld({ students: [sampleStudent()] }));
    expect(isEmptyChange({ students: setRows<"students">(world.students, byId([sampleStudent()])) })).toBe(true);
  });

  test("is fitted to what was changed since: other fields and other students' scores stay, the same one is a conflict", () => {
    const mine: Change = {
      students: {
        added: {},
        updated: { student: [sampleStudent(), sampleStudent({ familyName: "Mine" })] },
        removed: {},
      },
    };
    const with_ = (part: Partial<Student>) => worldOf(sampleWorld({ students: [sampleStudent(part)] }));
    const other = rebaseChange(with_({ givenName: "Newer" }), mine);
    expect(other.conflicts).toEqual([]);
    expect(other.change.students?.updated.student?.[1]).toMatchObject({ givenName: "Newer", familyName: "Mine" });
    const same = rebaseChange(with_({ familyName: "Newer" }), mine);
    expect(same.conflicts).toEqual([{ table: "students", key: "student", path: ["familyName"] }]);

    const column = (scores: Record<string, number>) => ({
      assignmentId: "assignment",
      classId: "class",
      scores: Object.fromEntries(
        Object.entries(scores).map(([id, points]) => [id, { status: "scored" as const, points }]),
      ),
    });
    const imported: Change = {
      scoreColumns: { added: {}, updated: { assignment: [column({ a: 1 }), column({ a: 2, b: 5 })] }, removed: {} },
    };
    const now = (scores: Record<string, number>) => ({
      ...worldOf(sampleWorld({})),
      scoreColumns: new Map([["assignment", column(scores)]]),
    });
    const back = rebaseChange(now({ a: 2, b: 5, c: 9 }), reverseChange(imported));
    expect(back.conflicts).toEqual([]);
    expect(back.change.scoreColumns?.updated.assignment?.[1]).toEqual(column({ a: 1, c: 9 }));
    expect(rebaseChange(now({ a: 3, b: 5 }), reverseChange(imported)).conflicts).toEqual([
      { table: "scoreColumns", key: "assignment", path: ["scores", "a"] },
    ]);
  });

  test("that removes what others still point to is found out", () => {
    const world = worldOf(
      sampleWorld({
        work: [{ assignment: sampleAssignment(), scores: { student: { status: "scored", points: 1 } } }],
      }),
    );
    const removed: Change = {
      students: { added: {}, updated: {}, removed: { student: sampleStudent() } },
      assignments: { added: {}, updated: {}, removed: { assignment: sampleAssignment() } },
    };
    expect(
      danglingRecords(applyChange(world, removed), removed).map(({ table, missing }) => `${table} ${missing.key}`),
    ).toEqual(["classes student", "scoreColumns assignment", "scoreColumns student"]);
  });

  test("data is the same whatever the order of its keys, and nothing is the same as not there", () => {
    expect(sameData({ a: 1, b: [2, { c: 3 }] }, { b: [2, { c: 3 }], a: 1 })).toBe(true);
    expect(sameData({ a: undefined }, {})).toBe(true);
    expect(sameData({ a: [1, 2] }, { a: [2, 1] })).toBe(false);
    expect(sameData([], {})).toBe(false);
  });
});
