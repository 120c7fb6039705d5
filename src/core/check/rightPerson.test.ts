import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { assignmentsIn, studentFigures } from "../figures/studentFigures";
import { field, paragraph } from "../letter/letterParts";
import { noteLetters } from "../letter/noteLetters";
import type { Condition } from "../model/condition";
import { mailboxKey } from "../model/whoHadIt";
import { worldOf } from "../model/world";
import { countsSentence, planCounts } from "../selection/planCounts";
import { planNote } from "../selection/planNote";
import { CHECK_DAY, CHECK_WORLDS, type CheckScene } from "../testing/checkWorlds";
import { RANDOM_DAY, randomGradebook } from "../testing/randomGradebook";
import { sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { checkNote } from "./checkNote";
import { findingWords } from "./finding";

const indexOf = ({ records, past }: CheckScene) => new FiguresIndex(worldOf(records), CHECK_DAY, past);
const check = (scene: CheckScene) => {
  const index = indexOf(scene);
  return checkNote(index, scene.note, planNote(index, scene.note), scene.now);
};
const sceneOf = (name: string) => {
  const make = CHECK_WORLDS[name];
  if (!make) throw new Error(name);
  return make();
};
const textsOf = (scene: CheckScene) => {
  const index = indexOf(scene);
  return [...noteLetters(index, scene.note, planNote(index, scene.note).letters)].map(({ planned, rendered }) => ({
    to: planned.recipient.id,
    ...rendered,
  }));
};

describe("a letter to a family", () => {
  const family = () => {
    const scene = sceneOf("families with half-brothers");
    scene.note.selection.conditions = [{ kind: "chosen", studentIds: ["Ana", "Bo"] }];
    return scene;
  };

  test("names each child with its value where a field stands once for all, and says who has none", () => {
    const scene = family();
    scene.note.subject = { type: "doc", content: [paragraph("Stand: ", field("overall")) as never] };
    expect(textsOf(scene).map(({ to, subject }) => [to, subject])).toEqual([
      ["g-Wójcik", expect.stringMatching(/^Stand: Ana \d+ %, Bo \d+ %$/)],
      ["g-father", expect.stringMatching(/^Stand: \d+ %$/)],
    ]);
    for (const column of scene.records.scoreColumns) delete column.scores.Bo;
    expect(textsOf(scene)[0]?.subject).toMatch(/^Stand: Ana \d+ %, Bo nothing yet$/);
    const bo = scene.records.students.find(({ id }) => id === "Bo");
    if (bo) bo.givenName = "Ana";
    expect(textsOf(scene)[0]?.subject).toMatch(/^Stand: Ana Wójcik \d+ %, Ana Wójcik nothing yet$/);
  });

  test("what is the same for all is said once, and names as a list", () => {
    const scene = family();
    scene.note.subject = {
      type: "doc",
      content: [paragraph(field("student.firstName"), ": ", field("class.name")) as never],
    };
    expect(textsOf(scene)[0]?.subject).toBe("Ana and Bo: Earth Systems 9");
  });

  test("tells a father of his own children alone", () => {
    expect(textsOf(family()).find(({ to }) => to === "g-father")?.text).not.toContain("Bo");
  });
});

describe("one mailbox", () => {
  const two = (part: { perFamily?: boolean } = {}) => {
    const scene = sceneOf("families with half-brothers");
    const father = scene.records.guardians.find(({ id }) => id === "g-father");
    const mother = scene.records.guardians.find(({ id }) => id === "g-Wójcik");
    if (father && mother) father.addresses = [mother.addresses[0]?.toUpperCase() ?? ""];
    scene.note.selection.conditions = [{ kind: "chosen", studentIds: ["Ana"] }];
    scene.note.perFamily = part.perFamily ?? false;
    return scene;
  };

  test("of two guardians gets one letter with both names, and the foot says so", () => {
    const scene = two();
    const [only, ...others] = textsOf(scene);
    expect(others).toEqual([]);
    expect(only?.text).toContain("Dear Ewa Wójcik and Piotr Lis,");
    const plan = planNote(indexOf(scene), scene.note);
    expect(countsSentence(planCounts(plan))).toBe("1 letter to 2 guardians of 1 student, in 1 class.");
    expect(check(scene).map(({ severity, code }) => `${severity} ${code}`)).toEqual(["line one-mailbox"]);
  });

  test("who had a note already had it for all who read there", () => {
    const scene = two();
    scene.note.onlyNew = true;
    const index = indexOf(scene);
    const { address = "" } = planNote(index, scene.note).letters[0]?.recipient ?? {};
    const mailboxes = { "g-Wójcik": mailboxKey(address) };
    index.hear([
      {
        roundId: "round",
        studentId: "Ana",
        noteId: "note",
        kind: "praise",
        at: 1,
        recipientIds: ["g-Wójcik"],
        mailboxes,
      },
    ]);
    expect(planNote(index, scene.note).letters).toEqual([]);
  });

  test("of guardians with other children: each has a letter, and a word of caution", () => {
    const scene = two({ perFamily: true });
    scene.note.selection.conditions = [{ kind: "chosen", studentIds: ["Ana", "Bo"] }];
    const found = check(scene).find(({ code }) => code === "shared-mailbox");
    expect(found && findingWords(found).title).toMatch(
      /Ewa Wójcik \(Ana Wójcik and Bo Wójcik\) and Piotr Lis \(Ana Wójcik\)/,
    );
    expect(textsOf(scene)).toHaveLength(2);
  });

  test("where somebody wants no letters gets none, whoever else reads there", () => {
    const scene = two();
    const father = scene.records.guardians.find(({ id }) => id === "g-father");
    if (father) father.confirmation = "stopped";
    const plan = planNote(indexOf(scene), scene.note);
    expect(plan.letters).toEqual([]);
    expect(plan.leftOutRecipients.map(({ cause }) => cause)).toEqual([
      "asked not to be written to",
      "asked not to be written to",
    ]);
  });
});

test("a stop can be meant: then it is a caution with the word why, until it is another stop", () => {
  const scene = sceneOf("families with half-brothers");
  scene.note.body.content.splice(2, 0, paragraph("Dmitri and his band play on Friday."));
  const [stop] = check(scene);
  expect(stop).toMatchObject({ severity: "stop", code: "foreign-name" });
  scene.note.meant = [{ key: "foreign-name///Dmitri", why: "the band is called so" }];
  expect(check(scene)).toMatchObject([{ severity: "caution", code: "foreign-name", meant: "the band is called so" }]);
  scene.note.body.content.splice(2, 0, paragraph("Salma sings."));
  expect(check(scene).filter(({ severity }) => severity === "stop")).toMatchObject([
    { quotes: ["Salma", expect.anything(), expect.anything(), expect.anything(), expect.anything()] },
  ]);
});

test("a title that some of the classes have is a quiet line", () => {
  const scene = sceneOf("five classes");
  const [first] = scene.records.assignments;
  if (first) first.title = "Harbour walk";
  scene.note.body.content.splice(2, 0, paragraph("It was ", field("assignment.score.Harbour walk", "not done"), "."));
  const [line] = check(scene);
  expect(line).toMatchObject({ severity: "line", code: "not-in-all-classes" });
  expect(line && findingWords(line).title).toMatch(/^“Harbour walk” is not in Ocean Science 5/);
});

test("a selection by what is gone never comes out empty without a stop", () => {
  const gone: fc.Arbitrary<Condition> = fc.constantFrom<Condition>(
    { kind: "category", category: "Gone", comparison: "below", percent: 70 },
    { kind: "assignment", assignment: "Gone", comparison: "below", value: 5, unit: "points" },
    { kind: "assignment status", assignment: "Gone", status: "not handed in" },
    { kind: "checklist", checklist: "Gone", mark: "done" },
    { kind: "own column", column: "Gone", comparison: "is", value: "x" },
  );
  const other: fc.Arbitrary<Condition> = fc.constantFrom<Condition>(
    { kind: "overall", comparison: "at least", percent: 0 },
    { kind: "missing", atLeast: 1 },
  );
  const selection = fc.record({
    match: fc.constantFrom("all" as const, "any" as const, "none" as const),
    conditions: fc.tuple(gone, fc.array(other, { maxLength: 2 })).map(([first, rest]) => [...rest, first]),
  });
  fc.assert(
    fc.property(selection, fc.constantFrom(...Object.keys(CHECK_WORLDS)), (part, world) => {
      const scene = sceneOf(world);
      scene.note.selection = { ...scene.note.selection, ...part };
      expect(check(scene).some(({ severity, code }) => severity === "stop" && code === "gone-source")).toBe(true);
    }),
    { numRuns: 100 },
  );
});

test("every figure of a letter is the engine’s figure of that student", () => {
  fc.assert(
    fc.property(randomGradebook, (gradebook) => {
      const students = gradebook.schoolClass.studentIds.map((id) =>
        sampleStudent({ id, givenName: `Student${id}`, guardians: [{ guardianId: `g${id}`, relation: "mother" }] }),
      );
      const guardians = students.map(({ id }) =>
        sampleGuardian({ id: `g${id}`, addresses: [`${id}@harbourmail.example`] }),
      );
      const base = sampleWorld({ students, guardians, schoolClass: gradebook.schoolClass });
      const index = new FiguresIndex(
        worldOf({ ...base, assignments: [...gradebook.assignments], scoreColumns: [...gradebook.columns.values()] }),
        RANDOM_DAY,
      );
      const scene = sceneOf("five classes");
      const note = {
        ...scene.note,
        subject: { type: "doc" as const, content: [paragraph(field("student.firstName")) as never] },
        body: {
          type: "doc" as const,
          content: [
            paragraph(
              "=",
              field("overall", "none"),
              "=",
              field("category.Labs", "none"),
              "=",
              field("missing.count", "none"),
              "=",
            ),
          ],
        },
      };
      const plan = planNote(index, note);
      for (const { planned, rendered } of noteLetters(index, note, plan.letters)) {
        const { studentId } = planned.match;
        const own = studentFigures(gradebook, studentId, "winter", RANDOM_DAY);
        const percent = (shown: number | undefined) =>
          shown === undefined ? "none" : `${shown.toFixed(gradebook.schoolClass.decimals)}\u00a0%`;
        const isKnown =
          own.missing.length > 0 ||
          assignmentsIn(gradebook, "winter").some(({ id }) =>
            ["scored", "late"].includes(gradebook.columns.get(id)?.scores[studentId]?.status ?? ""),
          );
        const many = own.missing.length;
        const missing = isKnown ? `${many} missing assignment${many === 1 ? "" : "s"}` : "none";
        expect(rendered.subject).toBe(`Student${studentId}`);
        expect(rendered.text.trim()).toBe(
          `=${percent(own.overall?.shown)}=${percent(own.categoryAverages[0]?.shown)}=${missing}=`,
        );
      }
    }),
    { numRuns: 150 },
  );
});
