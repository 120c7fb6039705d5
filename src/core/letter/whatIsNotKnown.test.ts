import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { newEntries } from "../figures/newEntries";
import { PRODUCT_TAGS } from "../language/productTags";
import type { Condition } from "../model/condition";
import { addDays, instantOf } from "../model/day";
import type { BlockNode, PlainBlockNode } from "../model/letterBody";
import type { PastScores } from "../model/pastScores";
import type { Score } from "../model/score";
import { PLAIN_SIGNATURE } from "../model/settings";
import { type WorldRecords, worldOf } from "../model/world";
import { planNote } from "../selection/planNote";
import { startNote } from "../starters/startNote";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { compileLetter } from "./compileLetter";
import { paragraph } from "./letterParts";
import { letterContexts } from "./noteLetters";

const TODAY = "2026-11-24";
/** Ana has handed in all, Bo misses one, Cy is excused from all, Di has blanks alone. */
const PEOPLE = ["Ana", "Bo", "Cy", "Di"] as const;
const SCORES: Record<(typeof PEOPLE)[number], Score | undefined> = {
  Ana: { status: "scored", points: 18 },
  Bo: { status: "missing" },
  Cy: { status: "excused" },
  Di: undefined,
};

function school(): WorldRecords {
  const students = PEOPLE.map((id) =>
    sampleStudent({ id, givenName: id, guardians: [{ guardianId: id, relation: "" }] }),
  );
  const scores = Object.fromEntries(PEOPLE.flatMap((id) => (SCORES[id] ? [[id, SCORES[id] as Score]] : [])));
  return sampleWorld({
    students,
    guardians: PEOPLE.map((id) => sampleGuardian({ id, addresses: [`${id}@harbourmail.example`] })),
    work: [{ assignment: sampleAssignment(), scores }],
  });
}

/** What each of them reads of a letter, by first name. */
function read(records: WorldRecords, blocks: readonly BlockNode[], language = "en"): Record<string, string> {
  const index = new FiguresIndex(worldOf(records), TODAY);
  const begun = startNote("empty", { id: "note", now: 0, period: "winter" });
  const note = { ...begun, language, body: { type: "doc" as const, content: [...blocks] } };
  const make = compileLetter(note, PLAIN_SIGNATURE);
  return Object.fromEntries(
    planNote(index, note).letters.map((planned) => [
      planned.match.studentId,
      make(letterContexts(index, note, planned, language)).text.trim(),
    ]),
  );
}

function only(condition: Condition, unknown?: PlainBlockNode): BlockNode {
  return {
    type: "passage",
    attrs: { match: "all", conditions: [condition] },
    content: [
      { type: "passageThen", content: [paragraph("yes")] },
      { type: "passageOtherwise", content: [paragraph("no")] },
      ...(unknown ? [{ type: "passageUnknown" as const, content: [unknown] }] : []),
    ],
  };
}

describe("what is not known is not said", () => {
  const missing: BlockNode = { type: "missingWork", attrs: { whenNothing: "Nothing is missing." } };

  test("that nothing is missing is said only to who had something marked", () => {
    expect(read(school(), [missing])).toEqual({
      Ana: "Nothing is missing.",
      Bo: "- Salinity lab (Labs, due 10 November 2026, 20 points)",
      Cy: "Nothing has been marked yet.",
      Di: "Nothing has been marked yet.",
    });
  });

  test("every language has its words for it", () => {
    const said = PRODUCT_TAGS.map((tag) => read(school(), [missing], tag).Cy);
    expect(new Set(said).size).toBe(said.length);
    expect(said.every((words) => words !== undefined && words.length > 5)).toBe(true);
  });

  test.each<[string, Condition, Record<string, string>]>([
    ["an average", { kind: "overall", comparison: "at least", percent: 70 }, { Ana: "yes", Bo: "no", Cy: "", Di: "" }],
    ["missing work", { kind: "nothing missing" }, { Ana: "yes", Bo: "no", Cy: "", Di: "" }],
    ["a count", { kind: "count", of: "late", atLeast: 1 }, { Ana: "no", Bo: "no", Cy: "", Di: "" }],
    ["a birthday", { kind: "birthday" }, { Ana: "", Bo: "", Cy: "", Di: "" }],
    [
      "a form that is not asked of the class",
      { kind: "checklist", checklist: "Boat trip form", mark: "done" },
      { Ana: "", Bo: "", Cy: "", Di: "" },
    ],
    [
      "a column of another class",
      { kind: "own column", column: "Bus", comparison: "empty", value: "" },
      { Ana: "", Bo: "", Cy: "", Di: "" },
    ],
  ])("conditional text on %s shows neither side where there is no answer", (_what, condition, expected) => {
    const records = school();
    records.ownColumns = [{ id: "bus", name: "Bus", type: "text", classId: "elsewhere", from: "", values: {} }];
    expect(read(records, [only(condition)])).toEqual(expected);
    const withThird = read(records, [only(condition, paragraph("not known"))]);
    for (const id of PEOPLE) expect(withThird[id]).toBe(expected[id] || "not known");
  });
});

test("a first table of old work makes nothing new but what fell due since; later a new column is new", () => {
  const titles = ["Old lab", "Older quiz", "Undated", "Of this week"];
  const due = ["2026-10-10", "2026-10-02", undefined, addDays(TODAY, -2)];
  const records = sampleWorld({
    students: [sampleStudent()],
    work: titles.map((title, place) => {
      const { dueDate: _usual, ...rest } = sampleAssignment({ id: title, title, order: place });
      const [day] = [due[place]];
      return {
        assignment: { ...rest, ...(day && { dueDate: day }) },
        scores: { student: { status: "scored" as const, points: 12 } },
      };
    }),
  });
  const none = (ids: readonly string[]): PastScores["columns"] =>
    Object.fromEntries(ids.map((id) => [id, { classId: "class", before: "none" as const }]));
  const since = instantOf(addDays(TODAY, -6), 0);
  const newOf = (past: PastScores[]) =>
    newEntries(new FiguresIndex(worldOf(records), TODAY, past), "class", "student", since).map(
      ({ assignment }) => assignment.title,
    );
  const today = instantOf(TODAY, 8);
  expect(newOf([{ at: today, columns: none(titles), averages: {} }])).toEqual(["Of this week"]);
  expect(newOf([{ at: today, columns: none(["Old lab"]), averages: {} }])).toEqual(["Old lab"]);
});
