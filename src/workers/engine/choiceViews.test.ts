import { describe, expect, test } from "vitest";
import type { Change } from "@/core/change/change";
import { applyChange } from "@/core/change/change";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { noteLetters } from "@/core/letter/noteLetters";
import type { Selection } from "@/core/model/selection";
import { worldOf } from "@/core/model/world";
import { planNote } from "@/core/selection/planNote";
import { startNote } from "@/core/starters/startNote";
import { sampleGuardian, sampleStudent, sampleWorld } from "@/core/testing/sampleClass";
import { demoSchool } from "@/demo/demoSchool";
import { answersView } from "./answersView";
import { letterExtremes } from "./letterExtremes";
import { previewView } from "./previewView";
import { selectionNewsView } from "./selectionNewsView";

const TODAY = "2026-11-24";
const world = worldOf(demoSchool(TODAY));
const index = new FiguresIndex(world, TODAY);

describe("what a change of settings would do", () => {
  const [schoolClass] = world.classes.values();
  if (!schoolClass) throw new Error("The demo school has no class.");
  const changed = (part: Partial<typeof schoolClass>): Change => ({
    classes: { added: {}, updated: { [schoolClass.id]: [schoolClass, { ...schoolClass, ...part }] }, removed: {} },
  });
  const preview = (change: Change, classIds = [schoolClass.id]) => previewView(index, change, "winter", classIds);

  test("is what the figures say once it is made", () => {
    const change = changed({ method: "points", missingRule: { kind: "left out" } });
    const view = preview(change);
    const after = new FiguresIndex(applyChange(world, change), TODAY);
    const differing = schoolClass.studentIds.filter((id) => {
      const [now, then] = [index, after].map((one) => one.figures(schoolClass.id, id, "winter").overall?.shown);
      return now !== then;
    });
    expect(differing.length).toBeGreaterThan(5);
    expect(view.averages).toBe(differing.length);
    expect(view.labels.length).toBeGreaterThan(0);
    for (const { key, from, to } of view.labels) {
      const studentId = key.split("/")[1] ?? "";
      for (const [words, one] of [
        [from, index],
        [to, after],
      ] as const) {
        const { shown } = one.figures(schoolClass.id, studentId, "winter").overall ?? {};
        expect(words).toMatch(new RegExp(`^${shown}\u00a0% [A-E]$`));
      }
      expect(from.at(-1)).not.toBe(to.at(-1));
    }
  });

  test("names the class where there are several, and cuts a long list with the number of the rest", () => {
    const scale = world.gradeScales.get(schoolClass.gradeScaleId);
    if (!scale) throw new Error("The class has no grade scale.");
    const next = { ...scale, bands: scale.bands.map((band) => ({ ...band, from: band.from && band.from + 9 })) };
    const change: Change = { gradeScales: { added: {}, updated: { [scale.id]: [scale, next] }, removed: {} } };
    const view = preview(change, [...world.classes.keys()]);
    expect(view.averages).toBe(0);
    expect(view.labels).toHaveLength(40);
    expect(view.moreLabels).toBeGreaterThan(0);
    expect(view.labels[0]?.who).toMatch(/^.+, .+, Block \d$/);
  });

  test("is nothing where nothing is changed", () => {
    expect(preview({})).toEqual({ averages: 0, labels: [], moreLabels: 0, lostExtraCredit: [] });
  });
});

describe("a selection looked at again", () => {
  const below = (percent: number): Selection => ({
    classIds: ["class-1"],
    period: "winter",
    match: "all",
    conditions: [{ kind: "overall", comparison: "below", percent }],
    addedStudentIds: [],
    leftOutStudentIds: [],
  });

  test("says who is new in it and who is in it no longer, by name and class", () => {
    const narrow = selectionNewsView(index, below(65), []);
    const wide = selectionNewsView(index, below(72), narrow.keys);
    expect(narrow.students).toBeGreaterThan(0);
    expect(wide.come).toHaveLength(wide.students - narrow.students);
    expect(wide.words).toMatch(new RegExp(`^${wide.come.length} new: .+ \\(Ocean Science 8, Block 1\\)`));
    const back = selectionNewsView(index, below(65), wide.keys);
    expect(back.words).toMatch(new RegExp(`^${wide.come.length} no longer in it: `));
    expect(selectionNewsView(index, below(72), wide.keys)).toMatchObject({ come: [], words: "" });
  });

  test("names a few of many, and how many more there are", () => {
    const { students, words } = selectionNewsView(index, below(101), []);
    expect(students).toBeGreaterThan(8);
    expect(words).toMatch(new RegExp(` and ${students - 8} more\\.$`));
  });
});

test("the letters worth a look are the longest, the shortest and the one with most that is empty", () => {
  const note = startNote("missing work", { id: "n", now: 0, period: "winter" });
  note.body.content.push({
    type: "paragraph",
    content: ["student.birthday", "student.tags"].map((id) => ({
      type: "field" as const,
      attrs: { field: id, fallback: "none", format: "", upperFirst: false },
    })),
  });
  const made = [...noteLetters(index, note, planNote(index, note).letters)];
  const lengths = new Map(made.map(({ planned, rendered }) => [planned.key, rendered.text.length]));
  const empty = new Map(made.map(({ planned, rendered }) => [planned.key, rendered.empty]));
  const extremes = letterExtremes(index, note);
  expect(lengths.get(extremes?.longest ?? "")).toBe(Math.max(...lengths.values()));
  expect(lengths.get(extremes?.shortest ?? "")).toBe(Math.min(...lengths.values()));
  expect(empty.get(extremes?.emptiest ?? "")).toBe(Math.max(...empty.values()));
  const nobody = { ...note, audience: { guardians: "none" as const, students: false } };
  expect(letterExtremes(index, nobody)).toBeUndefined();
});

test("an answer to a card is joined with its student, or asks among those of the name", () => {
  const students = [
    sampleStudent({ id: "ana", guardians: [{ guardianId: "guardian", relation: "mother" }] }),
    sampleStudent({ id: "bo", studentNumber: "1", givenName: "Bo", familyName: "Li" }),
    sampleStudent({ id: "bo2", studentNumber: "2", givenName: "Bo", familyName: "Li" }),
  ];
  const small = new FiguresIndex(worldOf(sampleWorld({ students, guardians: [sampleGuardian()] })), TODAY);
  const answer = (id: string, studentName: string) => ({
    id,
    cardId: "card",
    at: 0,
    state: "waiting" as const,
    answer: {
      answerId: id,
      cardId: "card",
      studentName,
      studentNumber: "",
      guardians: [
        {
          name: "Mei Li",
          address: "mei@harbourmail.example",
          relation: "mother",
          language: "",
          frequency: "weekly" as const,
        },
      ],
    },
  });
  const [ana, bo] = answersView(small, [answer("a1", "Ana Wójcik"), answer("a2", "Bo Li")], {});
  expect(ana).toMatchObject({
    studentId: "ana",
    matched: "Ana Wójcik (40013), Earth Systems 9, with Ewa Wójcik",
    said: "Mei Li, mei@harbourmail.example",
    candidates: [],
  });
  expect(ana?.differences.length).toBeGreaterThan(0);
  expect(bo?.studentId).toBeUndefined();
  expect(bo?.candidates).toEqual([
    { studentId: "bo", words: "Bo Li (1), Earth Systems 9" },
    { studentId: "bo2", words: "Bo Li (2), Earth Systems 9" },
  ]);
  const [said] = answersView(small, [answer("a2", "Bo Li")], { a2: "bo2" });
  expect(said?.studentId).toBe("bo2");
});
