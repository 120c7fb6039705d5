import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { demoSchool } from "@/demo/demoSchool";
import { applyChange, reverseChange } from "../change/change";
import { danglingRecords } from "../change/danglingRecords";
import { idSchema } from "../model/id";
import { worldOf } from "../model/world";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { addressList, familyRows } from "./addressList";
import { askingLetter, unaskedGuardians } from "./askingLetter";
import { buildAddresses, isApplied, type PatternPart } from "./buildAddresses";
import { answerProblems, type CardAnswer } from "./cardAnswer";
import { bringBack, mergeGuardians, mergeStudents, setClassesOf, takeOut } from "./editFamily";
import { draftChange, draftOf } from "./familyDraft";
import { likelyDuplicates } from "./likelyDuplicates";
import { mailId } from "./mailId";
import { answerMatcher, planAnswer } from "./planAnswer";
import { wishChange } from "./wishChange";

const parent = (guardianId: string) => ({ guardianId, relation: "parent" });
const ana = sampleStudent({ id: "ana", guardians: [parent("ewa"), parent("jan")] });
const twin = sampleStudent({ id: "twin", studentNumber: "", guardians: [parent("ewa2")], tags: ["choir"] });
const bo = sampleStudent({
  id: "bo",
  studentNumber: "42",
  givenName: "Bo",
  familyName: "Li",
  guardians: [parent("ewa")],
});
const ewa = sampleGuardian({ id: "ewa" });
const ewa2 = sampleGuardian({
  id: "ewa2",
  addresses: ["Ewa@harbourmail.example", "e@x.example"],
  confirmation: "stopped",
});
const jan = sampleGuardian({ id: "jan", givenName: "Jan", addresses: ["jan@harbourmail.example"] });
const world = worldOf(
  sampleWorld({
    students: [ana, twin, bo],
    guardians: [ewa, ewa2, jan],
    work: [
      {
        assignment: sampleAssignment(),
        scores: { ana: { status: "scored", points: 1 }, twin: { status: "scored", points: 9 } },
      },
      { assignment: sampleAssignment({ id: "other" }), scores: { twin: { status: "late", points: 5 } } },
    ],
  }),
);

describe("editing families", () => {
  test("taken out, a student is in no class and comes back to the same ones", () => {
    const out = applyChange(world, takeOut(ana, world));
    expect(out.classes.get("class")?.studentIds).toEqual(["twin", "bo"]);
    const gone = out.students.get("ana");
    if (!gone) throw new Error("Nobody is deleted.");
    const back = applyChange(out, bringBack(gone, out));
    expect(back.classes.get("class")?.studentIds.sort()).toEqual(["ana", "bo", "twin"]);
    expect(back.students.get("ana")?.takenOutOf).toBeUndefined();
    expect(applyChange(world, setClassesOf("ana", [], world)).classes.get("class")?.studentIds).toEqual(["twin", "bo"]);
  });

  test("of two students one is made: classes, guardians, tags and scores are joined, the kept one's score counts", () => {
    const change = mergeStudents(ana, twin, world);
    const after = applyChange(world, change);
    expect(after.students.get("ana")).toMatchObject({
      tags: ["choir"],
      guardians: [parent("ewa"), parent("jan"), parent("ewa2")],
    });
    expect(after.scoreColumns.get("assignment")?.scores).toEqual({ ana: { status: "scored", points: 1 } });
    expect(after.scoreColumns.get("other")?.scores).toEqual({ ana: { status: "late", points: 5 } });
    expect(danglingRecords(after, change)).toEqual([]);
    expect(applyChange(after, reverseChange(change)).scoreColumns).toEqual(world.scoreColumns);
  });

  test("of two guardians one is made: every child is linked to that one, and the stricter word counts", () => {
    const change = mergeGuardians(ewa, ewa2, world);
    const after = applyChange(world, change);
    expect(after.guardians.get("ewa")).toMatchObject({
      addresses: ["ewa@harbourmail.example", "e@x.example"],
      confirmation: "stopped",
    });
    expect(after.students.get("twin")?.guardians).toEqual([parent("ewa")]);
    expect(danglingRecords(after, change)).toEqual([]);
  });

  test("a guardian taken away from one child stays with the sibling, and goes when nobody is left", () => {
    const draft = draftOf(ana, world);
    const without = (guardianId: string) => {
      const guardians = draft.guardians.filter(({ guardian }) => guardian.id !== guardianId);
      return applyChange(
        world,
        draftChange({ ...draft, guardians }, world, () => "new"),
      );
    };
    const shared = without("ewa");
    expect(shared.guardians.has("ewa")).toBe(true);
    const alone = without("jan");
    expect(alone.guardians.has("jan")).toBe(false);
    expect(alone.students.get("ana")?.guardians).toEqual([parent("ewa")]);
  });

  test("likely duplicates share a name and more; namesakes alone are not", () => {
    expect(likelyDuplicates(world)).toEqual([
      { kind: "guardians", ids: ["ewa", "ewa2"], because: "the same name and address" },
    ]);
    const school = demoSchool("2026-11-24");
    expect(likelyDuplicates(worldOf(school)).filter(({ kind }) => kind === "students")).toEqual([]);
  });
});

describe("addresses from a pattern", () => {
  const people = [
    { id: "1", studentNumber: "41", givenName: "Zoë Ann", familyName: "O’Dwyer", address: "" },
    { id: "2", studentNumber: "42", givenName: "Łukasz", familyName: "Rey-Duval", address: "luk@x.example" },
    { id: "3", studentNumber: "", givenName: "عمر", familyName: "الخطيب", address: "" },
    { id: "4", studentNumber: "44", givenName: "Zoe", familyName: "Odwyer", address: "" },
  ];
  test("names lose what mail systems can't write; exceptions are told apart and never applied", () => {
    const parts: PatternPart[] = [
      { kind: "first letter of given name" },
      { kind: "text", text: "." },
      { kind: "family name" },
    ];
    const results = buildAddresses(people, parts, "@School.example");
    expect(results.map(({ address, outcome }) => `${address}: ${outcome}`)).toEqual([
      "z.odwyer@school.example: the same as somebody else’s",
      "l.reyduval@school.example: replaces another address",
      ".@school.example: a part is empty",
      "z.odwyer@school.example: the same as somebody else’s",
    ]);
    expect(results.filter((one) => isApplied(one, false))).toEqual([]);
    expect(results.filter((one) => isApplied(one, true)).map(({ id }) => id)).toEqual(["2"]);
    expect(buildAddresses(people, [{ kind: "student number" }], "x")[0]?.outcome).toBe("not an address");
  });

  test("no two people ever get the same address, and what is applied is one", () => {
    const person = fc.record({
      id: fc.uuid(),
      studentNumber: fc.string({ maxLength: 4 }),
      givenName: fc.string({ maxLength: 6 }),
      familyName: fc.string({ maxLength: 6 }),
      address: fc.constantFrom("", "old@x.example"),
    });
    const part = fc.constantFrom<PatternPart>(
      { kind: "given name" },
      { kind: "family name" },
      { kind: "student number" },
      { kind: "text", text: "-" },
    );
    fc.assert(
      fc.property(fc.array(person), fc.array(part, { maxLength: 4 }), (list, parts) => {
        const applied = buildAddresses(list, parts, "school.example").filter((one) => isApplied(one, true));
        expect(new Set(applied.map(({ address }) => address)).size).toBe(applied.length);
        for (const { address } of applied) expect(address).toMatch(/^[a-z0-9-]+@school\.example$/);
      }),
    );
  });
});

describe("asking whether letters are welcome", () => {
  test("each guardian is asked once for all children; whoever said no or can't be reached is not", () => {
    expect(
      unaskedGuardians(world).map(({ guardianId, children }) => [guardianId, children.map(({ id }) => id)]),
    ).toEqual([
      ["ewa", ["ana", "bo"]],
      ["jan", ["ana"]],
    ]);
    const out = applyChange(world, takeOut(ana, world));
    expect(unaskedGuardians(out).map(({ guardianId }) => guardianId)).toEqual(["ewa"]);
  });

  test("the letter says the same in HTML and text, with values made safe", () => {
    const [first] = unaskedGuardians(world);
    if (!first) throw new Error("Nobody is unasked.");
    const letter = askingLetter(
      { ...first, name: "<b>Ewa</b>" },
      { teacherName: "Ilse", schoolName: "S" },
      "http://x/family/t",
    );
    expect(letter.subject).toBe("May I write to you about Ana and Bo?");
    expect(letter.html).toContain("&lt;b&gt;Ewa");
    expect(letter.html).not.toContain("<b>");
    for (const say of ["confirmed", "declined"]) {
      expect(letter.text).toContain(`http://x/family/t?say=${say}`);
      expect(letter.html).toContain(`href="http://x/family/t?say=${say}"`);
    }
  });

  test("a wish holds for a guardian who is there; the last one counts", () => {
    const event = (seq: number, guardianId: string, wish: object) => ({
      kind: "wish" as const,
      seq,
      at: seq,
      guardianId,
      wish,
    });
    const change = wishChange(
      [
        event(1, "ewa", { confirmation: "declined" }),
        event(2, "ewa", { confirmation: "confirmed", frequency: "weekly", language: "pl" }),
        event(3, "nobody", { confirmation: "declined" }),
      ],
      world,
    );
    expect(Object.keys(change.guardians?.updated ?? {})).toEqual(["ewa"]);
    expect(change.guardians?.updated.ewa?.[1]).toMatchObject({
      confirmation: "confirmed",
      frequency: "weekly",
      language: "pl",
    });
  });

  test("a guardian with an id too long for a letter goes by a short alias; links with either lead to the same", () => {
    const id = `guardian-${"wójcik-".repeat(30)}`;
    const known = world.guardians.get("ewa");
    if (!known) throw new Error("There is no Ewa in the sample.");
    const guardians = new Map([[id, { ...known, id }]]);
    expect(idSchema.safeParse(mailId(id)).success).toBe(true);
    expect(mailId("ewa")).toBe("ewa");
    for (const guardianId of [id, mailId(id)]) {
      const events = [{ kind: "wish" as const, seq: 1, at: 1, guardianId, wish: { confirmation: "stopped" as const } }];
      expect(wishChange(events, { guardians }).guardians?.updated[id]?.[1].confirmation).toBe("stopped");
    }
  });
});

describe("contact cards", () => {
  const answer: CardAnswer = {
    answerId: "a",
    cardId: "c",
    studentName: "Bo Li",
    studentNumber: "",
    guardians: [{ name: "Mei Li", address: "mei@x.example", relation: "mother", language: "en", frequency: "weekly" }],
  };

  test.each<[string, Partial<CardAnswer>, string]>([
    ["no child’s name", { studentName: " " }, "studentName"],
    ["a number for a name", { studentName: "12345" }, "studentName"],
    ["a link for a name", { studentName: "see www.x.example now" }, "studentName"],
    ["nobody", { guardians: [] }, "guardians"],
    [
      "an address that is none",
      { guardians: [{ ...answer.guardians[0], address: "mei@x" } as never] },
      "guardians.0.address",
    ],
    [
      "an address for a name",
      { guardians: [{ ...answer.guardians[0], name: "mei@x.example" } as never] },
      "guardians.0.name",
    ],
    ["a name far too long", { studentName: "x".repeat(90) }, "studentName"],
  ])("nonsense is refused kindly: %s", (_words, part, field) => {
    const problems = answerProblems({ ...answer, ...part });
    expect(Object.keys(problems)).toEqual([field]);
    expect(problems[field]).toMatch(/[.!]$/);
  });

  test("an answer is joined like a table's row, and shows what taking it in would change", () => {
    expect(answerProblems(answer)).toEqual({});
    const match = answerMatcher(world)(answer);
    const plan = planAnswer(answer, match, world);
    expect(plan).toMatchObject({
      studentId: "bo",
      differences: [{ what: "new guardian", to: "Mei Li, mother, mei@x.example" }],
    });
    const after = applyChange(world, plan.change);
    expect(planAnswer(answer, match, after).differences).toEqual([]);
    const likely = { ...answer, studentName: "B. Li" };
    expect(planAnswer(likely, answerMatcher(world)(likely), world).studentId).toBeUndefined();
    expect(planAnswer(likely, answerMatcher(world)(likely), world, "bo").studentId).toBe("bo");
  });
});

test("a list has each address once, without those who said no; the table can be opened anywhere", () => {
  expect(addressList([ana, twin, bo], "guardians", world)).toEqual([
    "ewa@harbourmail.example",
    "jan@harbourmail.example",
  ]);
  const [head, ...rows] = familyRows([ana, twin], world);
  expect(rows.every((row) => row.length === head?.length)).toBe(true);
  expect(head).toContain("Guardian 2 address");
});
