import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Student } from "../model/student";
import { worldOf } from "../model/world";
import { sampleStudent, sampleWorld } from "../testing/sampleClass";
import { applyChange, type Change, conflictsWith, isEmptyChange, reverseChange, sameData, setRows } from "./change";

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
        expect(conflictsWith(world, change)).toEqual([]);
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

  test("finds what was changed since, so that nothing newer is lost", () => {
    const world = worldOf(sampleWorld({ students: [sampleStudent({ familyName: "Newer" })] }));
    const older: Change = {
      students: {
        added: {},
        updated: { student: [sampleStudent(), sampleStudent({ familyName: "Mine" })] },
        removed: {},
      },
    };
    expect(conflictsWith(world, older)).toEqual([{ table: "students", key: "student" }]);
  });

  test("data is the same whatever the order of its keys, and nothing is the same as not there", () => {
    expect(sameData({ a: 1, b: [2, { c: 3 }] }, { b: [2, { c: 3 }], a: 1 })).toBe(true);
    expect(sameData({ a: undefined }, {})).toBe(true);
    expect(sameData({ a: [1, 2] }, { a: [2, 1] })).toBe(false);
    expect(sameData([], {})).toBe(false);
  });
});
