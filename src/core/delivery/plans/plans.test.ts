import { describe, expect, test } from "vitest";
import { type Change, setRows } from "../../change/change";
import { readDaysOff } from "../../formats/daysOffCalendar";
import type { Enclosure } from "../../model/enclosure";
import type { Plan } from "../../model/plan";
import { worldOf } from "../../model/world";
import { sampleAssignment, sampleClass, sampleGuardian, sampleStudent, sampleWorld } from "../../testing/sampleClass";
import { mayAskToStop } from "../stopWords";
import { filesThatFit, withGathered } from "./digestLetter";
import { planSentence } from "./planSentence";
import { readyMadeAutomaticNotes } from "./readyMadeAutomaticNotes";
import { mayMoveRun, runStateSchema } from "./run";
import { isTouched, touchedClasses } from "./touches";

const plan = (part: Partial<Plan>): Plan => ({
  ...{ id: "n", isOn: true, order: 1, repeat: "once", asks: true, allowedCautions: [], copy: false, onSince: 0 },
  when: {
    ...{ kind: "times", rule: "FREQ=DAILY", schoolDaysOnly: true, time: "16:00", from: "2026-11-24", zone: "UTC" },
    until: "2026-12-12",
  },
  laidBy: "b",
  ...part,
});

describe("a plan reads as a sentence", () => {
  test.each([
    [{}, "Every school day at 16:00 until 12 December 2026, once for each student; asks you first."],
    [
      { asks: false, repeat: "if changed", when: { kind: "new entries", collectMinutes: 60 } },
      "When something new comes in, collected for 1 hour, each time if something changed since the last letter; sends itself.",
    ],
    [
      { when: { kind: "begins to fit", collectMinutes: 90 }, repeat: "once until it ends" },
      "When a student begins to fit, collected for 90 minutes, once until it is no longer so, and then again; asks you first.",
    ],
    [
      {
        digest: "weekly",
        when: {
          ...{ kind: "times", rule: "FREQ=WEEKLY;BYDAY=FR", schoolDaysOnly: true, time: "16:30" },
          ...{ from: "2026-11-24", zone: "UTC" },
        },
      },
      "Every Friday, if it is a school day, at 16:30, to those who wish a weekly digest; asks you first.",
    ],
  ] as const)("%j", (part, words) => {
    expect(planSentence(plan(part as Partial<Plan>))).toBe(words);
  });

  test("each of those that come along begins off the teacher’s word alone, and every one asks first", () => {
    for (const { plan: begun } of readyMadeAutomaticNotes("Quizzes")) expect(begun.asks).toBe(true);
  });
});

test("a run that is over stays over, and only her word or its own time ends one that asks", () => {
  const over = ["left", "nobody", "skipped", "missed"] as const;
  for (const state of over) for (const next of runStateSchema.options) expect(mayMoveRun(state, next)).toBe(false);
  expect(mayMoveRun("asking", "laid")).toBe(true);
  expect(mayMoveRun("asking", "left")).toBe(false);
  expect(mayMoveRun("laid", "missed")).toBe(false);
});

describe("what a change touches", () => {
  const records = sampleWorld({ work: [{ assignment: sampleAssignment(), scores: {} }] });
  const other = sampleClass({ id: "other", studentIds: ["else"] });
  const world = worldOf({
    ...records,
    classes: [...records.classes, other],
    students: [...records.students, sampleStudent({ id: "else" })],
  });
  const selection = (classIds: "all" | string[]) => ({ classIds });
  const of = (change: Change) => touchedClasses(change, world);

  test("a score, a student or a guardian touches the classes that they are in, and no other", () => {
    const column = {
      assignmentId: "assignment",
      classId: "class",
      scores: { student: { status: "scored" as const, points: 1 } },
    };
    const score = { scoreColumns: setRows<"scoreColumns">(world.scoreColumns, [["assignment", column]]) };
    const guardian = {
      guardians: setRows<"guardians">(world.guardians, [["guardian", sampleGuardian({ language: "pl" })]]),
    };
    for (const change of [score, guardian]) {
      expect([...of(change)]).toEqual(["class"]);
      expect(isTouched(selection(["other"]), of(change))).toBe(false);
      expect(isTouched(selection("all"), of(change))).toBe(true);
    }
  });

  test("settings touch all, a talk or a template touches none", () => {
    const [settings] = world.settings.values();
    if (!settings) throw new Error("There are settings.");
    expect(
      of({ settings: setRows<"settings">(world.settings, [["settings", { ...settings, schoolName: "Another" }]]) }),
    ).toBe("all");
    expect(of({ talks: { added: { t: {} as never }, updated: {}, removed: {} } })).toEqual(new Set());
  });
});

describe("a digest", () => {
  const file = (name: string, bytes: number): Enclosure => ({
    name,
    bytes,
    type: "application/pdf",
    sha256: name.padEnd(64, "0"),
  });
  const gathered = (id: string, at: number, enclosures: Enclosure[] = []) => ({
    ...{ id, at, enclosures, subject: `Subject ${id}`, text: `Words of ${id}\n` },
    html: `<!doctype html><html lang="en"><body><p>Words of ${id}</p></body></html>`,
  });

  test("has each letter that waited whole, under its date, the oldest first, before its own end", () => {
    const whole = withGathered(
      { html: "<html><body><p>Own</p></body></html>", text: "Own\n" },
      [gathered("b", Date.parse("2026-11-25T12:00:00Z")), gathered("a", Date.parse("2026-11-24T12:00:00Z"))],
      "en",
    );
    expect(whole.text).toBe(
      "Own\n\n24 November 2026: Subject a\n\nWords of a\n\n25 November 2026: Subject b\n\nWords of b\n",
    );
    expect(whole.html).toMatch(/Own.*24 November 2026: Subject a.*Words of a.*Words of b<\/p><\/body><\/html>$/s);
  });

  test("takes what files fit, each once", () => {
    const own = [file("own", 40)];
    const letters = [
      gathered("a", 1, [file("x", 50), file("own", 40)]),
      gathered("b", 2, [file("y", 20), file("z", 5)]),
    ];
    expect(filesThatFit(own, letters, 100, 9).map(({ name }) => name)).toEqual(["own", "x", "z"]);
    expect(filesThatFit(own, letters, 1_000, 2).map(({ name }) => name)).toEqual(["own", "x"]);
  });
});

test("days off come from the whole days of a calendar, and appointments are none", () => {
  const text = [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//test//EN",
    ...[
      "BEGIN:VEVENT",
      "UID:1",
      "SUMMARY:Winter break",
      "DTSTART;VALUE=DATE:20261221",
      "DTEND;VALUE=DATE:20270104",
      "END:VEVENT",
    ],
    ...["BEGIN:VEVENT", "UID:2", "SUMMARY:Harbour day", "DTSTART;VALUE=DATE:20261202", "END:VEVENT"],
    ...["BEGIN:VEVENT", "UID:3", "SUMMARY:Meeting", "DTSTART:20261203T150000Z", "DTEND:20261203T160000Z", "END:VEVENT"],
    "END:VCALENDAR",
    "",
  ].join("\r\n");
  expect(readDaysOff(text)).toEqual([
    { name: "Harbour day", from: "2026-12-02", to: "2026-12-02" },
    { name: "Winter break", from: "2026-12-21", to: "2027-01-03" },
  ]);
  expect(() => readDaysOff("no calendar")).toThrow();
});

test("an answer that may ask for no more letters is told from others", () => {
  for (const words of [
    "Please STOP.",
    "no more of these, thanks",
    "Don’t write to me",
    "Proszę nie pisać więcej",
    "No me escriba más",
    "Не пишіть мені",
  ])
    expect(mayAskToStop(words)).toBe(true);
  for (const words of ["Thank you for telling me.", "May we talk on Thursday?", "He will hand it in tomorrow."])
    expect(mayAskToStop(words)).toBe(false);
});
