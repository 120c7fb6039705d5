import { describe, expect, test } from "vitest";
import { selectedKey, selectionNews } from "../model/keptSelection";
import type { Selection } from "../model/selection";
import { worldOf } from "../model/world";
import { sampleClass, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { readKept, writeKept } from "./readKept";
import { starterWords } from "./starterWords";

const selection: Selection = {
  classIds: ["class"],
  period: "winter",
  match: "all",
  conditions: [
    { kind: "missing", atLeast: 2 },
    { kind: "chosen", studentIds: ["a"] },
    { kind: "group", match: "any", conditions: [{ kind: "chosen", studentIds: ["b"] }] },
  ],
  addedStudentIds: ["b"],
  leftOutStudentIds: [],
};
const { about: _about, ...template } = starterWords("weekly digest", "");
const school = (prefix: string, className = "Earth Systems 9") => {
  const students = ["a", "b"].map((id) => sampleStudent({ id: prefix + id, studentNumber: `number ${id}` }));
  const records = sampleWorld({ students });
  const studentIds = students.map(({ id }) => id);
  return worldOf({ ...records, classes: [sampleClass({ id: `${prefix}class`, name: className, studentIds })] });
};

describe("a file of templates and selections", () => {
  test("is read back the same into the gradebook that it came from", () => {
    const text = writeKept([template], [{ name: "Mine", selection }], school(""));
    expect(readKept(text, school(""))).toEqual({
      ok: true,
      templates: [template],
      selections: [{ name: "Mine", selection }],
      notThere: [],
    });
  });

  test("finds classes by name and students by number in another gradebook", () => {
    const text = writeKept([template], [{ name: "Mine", selection }], school(""));
    const read = readKept(text, school("other-"));
    expect(read).toMatchObject({ ok: true, notThere: [] });
    expect(read.ok && read.selections[0]?.selection).toEqual({
      ...selection,
      classIds: ["other-class"],
      conditions: [
        { kind: "missing", atLeast: 2 },
        { kind: "chosen", studentIds: ["other-a"] },
        { kind: "group", match: "any", conditions: [{ kind: "chosen", studentIds: ["other-b"] }] },
      ],
      addedStudentIds: ["other-b"],
    });
  });

  test("never widens where a class is not there: the class stays named and is told", () => {
    const text = writeKept([template], [{ name: "Mine", selection }], school(""));
    const read = readKept(text, school("", "Charts"));
    expect(read).toMatchObject({ ok: true, notThere: ["class Earth Systems 9"] });
    expect(read.ok && read.selections[0]?.selection.classIds).toEqual(["class"]);
  });

  test.each(["", "{", "[]", '{"format":"vine-note templates and selections","version":2,"selections":[],"names":{}}'])(
    "that is none is refused with what is safe: %j",
    (text) => {
      expect(readKept(text, school(""))).toEqual({
        ok: false,
        problem: "This is no file of templates and selections, or a newer version wrote it. Nothing was changed.",
      });
    },
  );
});

test("what is new in a selection, and what is gone, goes by student and class", () => {
  const keys = ["a", "b", "c"].map((studentId) => selectedKey({ classId: "class", studentId }));
  expect(selectionNews(keys.slice(0, 2), keys.slice(1))).toEqual({ come: ["class/c"], gone: ["class/a"] });
  expect(selectionNews(keys, [...keys].reverse())).toEqual({ come: [], gone: [] });
});
