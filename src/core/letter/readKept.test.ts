import { describe, expect, test } from "vitest";
import { selectedKey, selectionNews } from "../model/keptSelection";
import type { PageDesign } from "../model/pageDesign";
import type { Rubric } from "../model/rubric";
import type { Selection } from "../model/selection";
import { worldOf } from "../model/world";
import { starterWords } from "../starters/starterWords";
import { sampleClass, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { readKept, writeKept } from "./readKept";

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
const newId = () => "new";
const school = (prefix: string, className = "Earth Systems 9") => {
  const students = ["a", "b"].map((id) => sampleStudent({ id: prefix + id, studentNumber: `number ${id}` }));
  const records = sampleWorld({ students });
  const studentIds = students.map(({ id }) => id);
  return worldOf({ ...records, classes: [sampleClass({ id: `${prefix}class`, name: className, studentIds })] });
};

describe("a file of templates and selections", () => {
  test("takes rubrics and the comment bank along; what is another one there comes as one of its own", () => {
    const levels = ["weak", "sound"].map((label) => ({ id: label, label }));
    const rubric: Rubric = {
      id: "r",
      name: "Talk",
      criteria: [{ id: "m", name: "Method", levels }],
      totalRule: "none",
    };
    const comment = { id: "b", about: "", words: { type: "doc" as const, content: [] } };
    const here = { ...school(""), rubrics: new Map([["r", rubric]]), bankComments: new Map([["b", comment]]) };
    const text = writeKept([], [], here);
    expect(readKept(text, school("other-"), newId)).toMatchObject({ rubrics: [rubric], bankComments: [comment] });
    expect(readKept(text, here, newId)).toMatchObject({ rubrics: [], bankComments: [] });
    const other = { ...here, rubrics: new Map([["r", { ...rubric, name: "Essay" }]]) };
    expect(readKept(text, other, newId)).toMatchObject({ rubrics: [{ ...rubric, id: "new" }] });
  });

  test("is read back the same into the gradebook that it came from", () => {
    const text = writeKept([template], [{ name: "Mine", selection }], school(""));
    expect(readKept(text, school(""), newId)).toEqual({
      ok: true,
      templates: [template],
      selections: [{ name: "Mine", selection }],
      designs: [],
      rubrics: [],
      bankComments: [],
      notThere: [],
    });
  });

  test("brings the designs along that its templates enclose, and never takes the place of another one", () => {
    const line = { type: "doc" as const, content: [] };
    const design: PageDesign = {
      ...{ id: "slip", name: "Slip", language: "en", head: line, foot: line, fileName: line, body: line, variants: [] },
      page: { across: false, margin: [9, 9, 9, 9], frame: false, toAPage: 1 },
      onePage: true,
      changedAt: 5,
    };
    const withDesign = (own: PageDesign) => ({ ...school(""), pageDesigns: new Map([[own.id, own]]) });
    const enclosing = { ...template, reports: [{ design: "slip", paper: "a4" as const }] };
    const text = writeKept([enclosing], [], withDesign(design));
    const elsewhere = readKept(text, school("other-"), newId);
    expect(elsewhere).toMatchObject({ ok: true, designs: [design], templates: [{ reports: [{ design: "slip" }] }] });
    expect(readKept(text, withDesign({ ...design, changedAt: 9 }), newId)).toMatchObject({ ok: true, designs: [] });
    const another = { ...design, name: "Another slip" };
    expect(readKept(text, withDesign(another), newId)).toMatchObject({
      ok: true,
      designs: [{ ...design, id: "new" }],
      templates: [{ reports: [{ design: "new" }] }],
    });
  });

  test("finds classes by name and students by number in another gradebook", () => {
    const text = writeKept([template], [{ name: "Mine", selection }], school(""));
    const read = readKept(text, school("other-"), newId);
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
    const read = readKept(text, school("", "Charts"), newId);
    expect(read).toMatchObject({ ok: true, notThere: ["class Earth Systems 9"] });
    expect(read.ok && read.selections[0]?.selection.classIds).toEqual(["class"]);
  });

  test.each(["", "{", "[]", '{"format":"vine-note templates and selections","version":2,"selections":[],"names":{}}'])(
    "that is none is refused with what is safe: %j",
    (text) => {
      expect(readKept(text, school(""), newId)).toEqual({
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
