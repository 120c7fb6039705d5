import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { instantOf } from "../model/day";
import type { Note } from "../model/note";
import { worldOf } from "../model/world";
import { planNote } from "../selection/planNote";
import { startNote } from "../starters/startNote";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { checkNote } from "./checkNote";
import { type Finding, findingWords } from "./finding";
import { FINDING_CODES } from "./findingKinds";
import { draftingWords } from "./reading/draftingWords";

type Sample = Parameters<typeof sampleWorld>[0];
const work = [
  { assignment: sampleAssignment({ id: "a" }), scores: { student: { status: "scored" as const, points: 10 } } },
  { assignment: sampleAssignment({ id: "b", order: 2 }), scores: { student: { status: "missing" as const } } },
  { assignment: sampleAssignment({ id: "c", order: 3 }), scores: { student: { status: "missing" as const } } },
];

function findingsOf(note: Note, sample: Sample = {}): Finding[] {
  const index = new FiguresIndex(worldOf(sampleWorld({ work, ...sample })), "2026-11-24");
  return checkNote(index, note, planNote(index, note), instantOf("2026-11-24", 12));
}
const progress = (part: Partial<Note> = {}): Note => ({
  ...startNote("progress", { id: "note", now: instantOf("2026-11-24", 12), period: "winter" }),
  ...part,
});
const words = (text: string) => ({
  type: "doc" as const,
  content: [{ type: "paragraph" as const, content: [{ type: "text" as const, text }] }],
});
const fieldOnly = (field: string) => ({
  type: "doc" as const,
  content: [
    {
      type: "paragraph" as const,
      content: [{ type: "field" as const, attrs: { field, fallback: "", format: "", upperFirst: false } }],
    },
  ],
});
const codes = (findings: Finding[]) => findings.map(({ code }) => code);

describe("the check", () => {
  test.each<[string, Finding["code"], Note, Sample]>([
    [
      "nobody meets the conditions",
      "nobody-selected",
      progress({ selection: { ...progress().selection, conditions: [{ kind: "missing", atLeast: 9 }] } }),
      {},
    ],
    ["nobody is left to write to", "no-recipients", progress({ leftOutRecipientIds: ["guardian"] }), {}],
    ["a guardian has no address", "no-good-address", progress(), { guardians: [sampleGuardian({ addresses: [] })] }],
    [
      "an address is mistyped",
      "no-good-address",
      progress(),
      { guardians: [sampleGuardian({ addresses: ["ewa@harbourmail,example"] })] },
    ],
    [
      "the subject is empty",
      "empty-subject",
      progress({ subject: { type: "doc", content: [{ type: "paragraph" }] } }),
      {},
    ],
    ["the subject is only a space", "empty-subject", progress({ subject: words(" ") }), {}],
    ["the letter is empty", "empty-body", progress({ body: { type: "doc", content: [{ type: "paragraph" }] } }), {}],
    ["a field is empty for somebody", "unfilled-field", progress({ body: fieldOnly("category.Quizzes") }), {}],
    ["a field is not there any more", "unknown-field", progress({ body: fieldOnly("assignment.deleted") }), {}],
    ["the letter has drafting words", "drafting-words", progress({ body: words("Dear [name], well done.") }), {}],
    ["the subject has drafting words", "drafting-words", progress({ subject: words("TODO") }), {}],
  ])("stops when %s", (_words, code, note, sample) => {
    const findings = findingsOf(note, sample);
    expect(codes(findings)).toEqual([code]);
    expect(findings[0]?.severity).toBe("stop");
  });

  test("cautions when the term is not the current one, and when a selected student is not reached", () => {
    expect(
      findingsOf(progress({ selection: { ...progress().selection, period: "autumn" } })).map(
        ({ severity, code }) => `${severity}: ${code}`,
      ),
    ).toEqual(["caution: term-not-current", "line: condition-unknown"]);
    const students = [
      sampleStudent({ guardians: [{ guardianId: "guardian", relation: "parent" }] }),
      sampleStudent({ id: "alone", givenName: "Bo" }),
    ];
    const [finding] = findingsOf(progress(), { students });
    expect(finding).toMatchObject({ severity: "caution", code: "student-not-reached", quotes: ["Bo Wójcik"] });
  });

  test("an unfilled field says in how many letters and for whom, and leads to the first", () => {
    const students = ["student", "two", "three", "four", "five", "six"].map((id) =>
      sampleStudent({ id, givenName: id, guardians: [{ guardianId: "guardian", relation: "parent" }] }),
    );
    const [finding] = findingsOf(progress({ body: fieldOnly("overall") }), { students });
    expect(finding).toMatchObject({
      numbers: { letters: 5, students: 5 },
      quotes: ["five Wójcik", "four Wójcik", "six Wójcik", "2 more"],
      path: { letterKey: "class/five/guardian", field: "overall" },
    });
  });

  test("every code has words of its own", () => {
    const titles = FINDING_CODES.map((code) =>
      findingWords({
        severity: "stop",
        code,
        path: { field: "overall", place: "body" },
        numbers: { letters: 2, before: 3, size: 120 },
        quotes: ["Ana", "x", "Bo"],
      }),
    );
    expect(new Set(titles.map(({ title }) => title)).size).toBe(FINDING_CODES.length);
    for (const { title, mend } of titles) expect(`${title} ${mend}`).not.toMatch(/undefined|\[object/);
  });
});

test.each([
  ["Dear [student name],", ["[student name]"]],
  ["XX points, see ____ below", ["XX", "____"]],
  ["Insert name here and lorem ipsum", ["Insert name here", "lorem ipsum"]],
  ["Write your name here. TBD", ["your name here", "TBD"]],
  ["Please insert the sheet into the folder; Max X and exams are well.", []],
  ["Quiz 3 (tides) was fine, level 2 of 3.", []],
])("drafting words in “%s”", (text, found) => {
  expect(draftingWords(text)).toEqual(found);
});
