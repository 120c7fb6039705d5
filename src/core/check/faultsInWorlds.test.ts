import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { field, paragraph } from "../letter/letterParts";
import type { Condition } from "../model/condition";
import type { BlockNode, InlineNode } from "../model/letterBody";
import { worldOf } from "../model/world";
import { planNote } from "../selection/planNote";
import { CHECK_DAY, CHECK_WORLDS, type CheckScene, FOUND_IN_WORLDS } from "../testing/checkWorlds";
import { checkNote } from "./checkNote";
import { type FindingCode, findingKind } from "./findingKinds";

interface Fault {
  readonly what: string;
  readonly code: FindingCode;
  readonly plant: (scene: CheckScene) => void;
  /** In how many letters it is found, of all there are. */
  readonly letters?: (scene: CheckScene, all: number) => number;
  /** Where it can't be planted. */
  readonly notIn?: readonly string[];
}

const WITHOUT_SCORES = ["one class without scores", "averages alone"];
const write = (scene: CheckScene, ...parts: (string | InlineNode)[]) =>
  scene.note.body.content.splice(2, 0, paragraph(...parts));
const subject = (scene: CheckScene, ...parts: (string | InlineNode)[]) => {
  scene.note.subject = { type: "doc", content: [paragraph(...parts) as never] };
};
const only = (scene: CheckScene, ...conditions: Condition[]) => {
  scene.note.selection = { ...scene.note.selection, conditions };
};
const student = (scene: CheckScene, id: string) => {
  const found = scene.records.students.find((one) => one.id === id);
  if (!found) throw new Error(`There is no ${id}.`);
  return found;
};
const guardian = (scene: CheckScene, id: string) => {
  const found = scene.records.guardians.find((one) => one.id === id);
  if (!found) throw new Error(`There is no ${id}.`);
  return found;
};
const passageIf = (condition: Condition, words: string): BlockNode => ({
  type: "passage",
  attrs: { match: "all", conditions: [condition] },
  content: [
    { type: "passageThen", content: [paragraph(words)] },
    { type: "passageOtherwise", content: [{ type: "paragraph" }] },
  ],
});
/** All letters but the one to the student's own family, which has one. */
const allButOne = (_scene: CheckScene, all: number) => all - 1;

const named = (words: string, letters = allButOne): Omit<Fault, "what" | "code"> => ({
  plant: (scene) => write(scene, words),
  letters,
});

const FAULTS: readonly Fault[] = [
  { what: "another student’s first name", code: "foreign-name", ...named("As I told Dmitri, it went well.") },
  {
    what: "it in the subject",
    code: "foreign-name",
    plant: (scene) => subject(scene, "Dmitri and the harbour"),
    letters: allButOne,
  },
  { what: "in the possessive", code: "foreign-name", ...named("We looked at Dmitri’s chart.") },
  { what: "with a plain apostrophe", code: "foreign-name", ...named("We looked at Salma's chart.") },
  { what: "without its accent", code: "foreign-name", ...named("Ask Celestin for the notes.") },
  { what: "a full name of words", code: "foreign-name", ...named("The best chart was by Rose Hallam.") },
  { what: "a full name of a month and a virtue", code: "foreign-name", ...named("We thank May Grace for the poster.") },
  { what: "the family name first", code: "foreign-name", ...named("Voss, Dmitri: please see me.") },
  {
    what: "a name in a file’s name",
    code: "foreign-name",
    plant: ({ note }) => {
      note.enclosures = [{ sha256: "0".repeat(64), name: "report_Dmitri-Voss.pdf", type: "application/pdf", bytes: 9 }];
    },
    letters: allButOne,
  },
  {
    what: "a name in the class log",
    code: "foreign-name",
    plant: (scene) => {
      scene.records.logEntries.push({ id: "l", classId: "class", day: CHECK_DAY, text: "Salma showed her chart." });
      scene.note.body.content.push({ type: "classLog", attrs: { days: 7, whenNothing: "" } });
    },
  },
  {
    what: "a name in an extra column",
    code: "foreign-name",
    plant: (scene) => {
      const values = Object.fromEntries(
        scene.records.students.map(({ id }) => [id, id === "Bo" ? "sits by Dmitri" : "sits alone"]),
      );
      scene.records.ownColumns.push({
        id: "o",
        name: "Seat",
        type: "text",
        classId: "all",
        from: "typed",
        values,
      } as never);
      write(scene, field("own.Seat"), ".");
    },
    letters: () => 1,
    notIn: ["two languages"],
  },
  {
    what: "a name in a comment",
    code: "foreign-name",
    plant: (scene) => {
      for (const [id, score] of Object.entries(scene.records.scoreColumns[0]?.scores ?? {}))
        score.comment = id === "Zoë" ? "You and Dmitri did well." : "Well done.";
      only(scene, { kind: "chosen", studentIds: scene.records.classes[0]?.studentIds ?? [] });
      write(scene, field("assignment.comment.Salinity lab"));
    },
    letters: () => 1,
    notIn: WITHOUT_SCORES,
  },
  {
    what: "a name in a comment of a report that goes along",
    code: "foreign-name",
    plant: (scene) => {
      const [column] = scene.records.scoreColumns;
      for (const [id, score] of Object.entries(column?.scores ?? {}))
        score.comment = id === "Zoë" ? "You and Dmitri did well." : "Well done.";
      scene.note.reports = [{ design: "progress", paper: "a4" }];
    },
    letters: () => 1,
    notIn: WITHOUT_SCORES,
  },
  {
    what: "a word that is a name, of a person",
    code: "maybe-foreign-name",
    ...named("I sat with Grace and talked. I asked May twice."),
  },
  {
    what: "a month that told something",
    code: "maybe-foreign-name",
    ...named("The poster that May told us about is up."),
  },
  { what: "a family name alone", code: "maybe-foreign-name", ...named("The chart of Idrissi was the best.") },
  { what: "a name in the plural", code: "maybe-foreign-name", ...named("We have two Dmitris in the year.") },
  { what: "in capitals", code: "foreign-name", ...named("SALMA has the key.") },
  { what: "beside another by a stroke", code: "foreign-name", ...named("Desk of Jan Kowal/Zoe.") },
  { what: "two words that are names, paired", code: "maybe-foreign-name", ...named("I paired Will with Mark for it.") },
  { what: "the mother of a month", code: "maybe-foreign-name", ...named("May’s mother called me.") },
  {
    what: "a half-brother’s name to the father who is not his",
    code: "foreign-name",
    plant: (scene) => {
      only(scene, { kind: "chosen", studentIds: ["Ana"] });
      write(scene, "Greetings to Bo.");
    },
    letters: () => 1,
    notIn: Object.keys(CHECK_WORLDS).filter((name) => name !== "families with half-brothers"),
  },
  {
    what: "a name in another case",
    code: "foreign-name",
    plant: (scene) => {
      scene.note.variants[0]?.body.content.push(paragraph("Pracowali z Dmitrim przez tydzień, i z Salmą też."));
    },
    notIn: Object.keys(CHECK_WORLDS).filter((name) => name !== "two languages"),
  },
  ...[
    "[name]",
    "{{grade}}",
    "{name}",
    "<<grade>>",
    "«name»",
    "%name%",
    "$name",
    "___",
    "???",
    "XX",
    "TODO",
    "lorem ipsum",
    "insert name here",
  ].map(
    (words): Fault => ({
      what: `“${words}”`,
      code: "drafting-words",
      plant: (scene) => write(scene, `Well done ${words}.`),
    }),
  ),
  { what: "“[date]” in the subject", code: "drafting-words", plant: (scene) => subject(scene, "News of [date]") },
  {
    what: "“XX” in a file’s name",
    code: "drafting-words",
    plant: ({ note }) => {
      note.enclosures = [{ sha256: "0".repeat(64), name: "report XX.pdf", type: "application/pdf", bytes: 9 }];
    },
  },
  {
    what: "“TODO” in a comment",
    code: "drafting-words",
    plant: (scene) => {
      for (const [id, score] of Object.entries(scene.records.scoreColumns[0]?.scores ?? {}))
        score.comment = id === "Zoë" ? "TODO look again" : "Well done.";
      only(scene, { kind: "chosen", studentIds: scene.records.classes[0]?.studentIds ?? [] });
      write(scene, field("assignment.comment.Salinity lab"));
    },
    notIn: WITHOUT_SCORES,
  },
  {
    what: "a letter that is blank for all",
    code: "empty-body",
    plant: ({ note }) => {
      note.body = { type: "doc", content: [{ type: "paragraph" }, { type: "signature" }] };
      note.variants = [];
    },
  },
  {
    what: "a letter of a blank stand-in",
    code: "empty-body",
    plant: ({ note }) => {
      note.body = { type: "doc", content: [paragraph(field("student.birthday", " ")), { type: "signature" }] };
      note.variants = [];
    },
    letters: (_scene, all) => all,
  },
  {
    what: "a subject of a blank stand-in",
    code: "empty-subject",
    plant: (scene) => subject(scene, field("student.birthday", " ")),
  },
  {
    what: "a letter that is blank for who is in no passage",
    code: "empty-body",
    plant: (scene) => {
      scene.note.body = { type: "doc", content: [passageIf({ kind: "chosen", studentIds: ["Dmitri"] }, "Well done.")] };
      scene.note.variants = [];
    },
    letters: allButOne,
  },
  {
    what: "an assignment in a condition that no class has",
    code: "gone-source",
    plant: (scene) =>
      only(
        scene,
        { kind: "assignment status", assignment: "Gone lab", status: "handed in" },
        { kind: "chosen", studentIds: [] },
      ),
  },
  {
    what: "a category in a passage that no class has",
    code: "gone-source",
    plant: (scene) =>
      scene.note.body.content.push(
        passageIf({ kind: "category", category: "Gone", comparison: "below", percent: 70 }, "Well."),
      ),
  },
  {
    what: "a checklist that no class has",
    code: "gone-source",
    plant: (scene) =>
      scene.note.body.content.push(passageIf({ kind: "checklist", checklist: "Gone form", mark: "done" }, "Well.")),
  },
  {
    what: "a field of an assignment that no class has",
    code: "unknown-field",
    plant: (scene) => write(scene, "See ", field("assignment.score.Gone lab", "soon"), "."),
  },
  {
    what: "a field that there never was",
    code: "unknown-field",
    plant: (scene) => write(scene, "See ", field("nothing", "soon"), "."),
  },
  {
    what: "a field without a value",
    code: "unfilled-field",
    plant: (scene) => write(scene, "Born on ", field("student.birthday"), " they are."),
  },
  {
    what: "an address that is none",
    code: "no-good-address",
    plant: (scene) => {
      guardian(scene, "g-Ode").addresses = ["ode@harbourmail"];
    },
  },
  {
    what: "a line break in a name",
    code: "header-breaking",
    plant: (scene) => {
      guardian(scene, "g-Ode").givenName = "Louise\r\nBcc: all@x.example";
    },
  },
  {
    what: "a link that leads nowhere",
    code: "bad-link",
    plant: (scene) =>
      write(scene, { type: "text", text: "here", marks: [{ type: "link", attrs: { href: "https://harbour" } }] }),
  },
  {
    what: "“Nothing is missing” where nothing is known",
    code: "missing-not-known",
    plant: (scene) => write(scene, "Nothing is missing, well done."),
    letters: (_scene, all) => all,
    notIn: ["five classes", "families with half-brothers", "two languages"],
  },
  ...[
    "There is no missing work.",
    "He has turned in all assignments.",
    "All assignments complete!",
    "She is not missing any work.",
  ].map(
    (words): Fault => ({
      what: `“${words}” where nothing is known`,
      code: "missing-not-known",
      plant: (scene) => write(scene, words),
      notIn: ["five classes", "families with half-brothers", "two languages"],
    }),
  ),
  {
    what: "“all work is in” as what stands in where nothing is known",
    code: "missing-not-known",
    plant: (scene) => write(scene, "This term: ", field("missing.list", "all work is in"), "."),
    notIn: ["five classes", "families with half-brothers", "two languages"],
  },
  {
    what: "“Nothing is missing” of a term in which nothing was marked",
    code: "missing-not-known",
    plant: (scene) => {
      for (const column of scene.records.scoreColumns) column.scores = {};
      for (const one of scene.records.assignments) one.dueDate = "2026-12-20";
      scene.note.body = {
        type: "doc",
        content: [paragraph("Hello."), { type: "missingWork", attrs: { whenNothing: "Nothing is missing." } }],
      };
      scene.note.variants = [];
    },
    notIn: WITHOUT_SCORES,
  },
  {
    what: "“All the work is in” to who misses something",
    code: "says-nothing-missing",
    plant: (scene) => {
      only(scene, { kind: "chosen", studentIds: ["Dmitri", "Salma", "Rose"] });
      write(scene, "All the work is in, thank you.");
    },
    letters: () => 2,
    notIn: WITHOUT_SCORES,
  },
  {
    what: "a greeting typed for one family",
    code: "greeting-typed",
    plant: ({ note }) => {
      note.body.content[0] = paragraph("Dear Mrs Idrissi,");
    },
    letters: allButOne,
  },
  {
    what: "a greeting with a guardian’s first name",
    code: "greeting-typed",
    plant: ({ note }) => {
      note.body.content[0] = paragraph("Hello Nadia,");
    },
  },
  {
    what: "a figure that is one student’s",
    code: "figure-typed",
    plant: (scene) => write(scene, `Your child now stands at ${lonely(scene)} %.`),
    notIn: ["one class without scores", "five classes"],
  },
  {
    what: "another term’s name",
    code: "other-term",
    plant: (scene) => write(scene, "These are the figures of the Autumn term."),
  },
  {
    what: "a term that is over",
    code: "term-not-current",
    plant: (scene) => {
      scene.note.selection.period = "autumn";
      plain(scene);
    },
  },
  {
    what: "no term today",
    code: "term-not-current",
    plant: (scene) => {
      for (const term of scene.records.terms) term.to = "2026-10-20";
    },
  },
  {
    what: "a figure that was not rounded",
    code: "raw-decimal",
    plant: (scene) => write(scene, "The mean is 0.8649999 so far."),
    letters: (_scene, all) => all,
  },
  { what: "two spaces", code: "broken-sentence", plant: (scene) => write(scene, "It went  well.") },
  {
    what: "two families with one address",
    code: "shared-mailbox",
    plant: (scene) => {
      guardian(scene, "g-Ode").addresses = [...guardian(scene, "g-Voss").addresses];
    },
  },
  {
    what: "somebody twice in one class",
    code: "twice-in-class",
    plant: (scene) => {
      scene.records.classes[0]?.studentIds.push("Zoë");
      only(scene, { kind: "chosen", studentIds: ["Rose", "Dmitri"] });
    },
  },
  {
    what: "somebody in two blocks of one course",
    code: "in-two-blocks",
    plant: (scene) => {
      const [first] = scene.records.classes;
      if (first) scene.records.classes.push({ ...first, id: "block 2", block: "Block 2", studentIds: ["Rose"] });
      plain(scene);
    },
  },
  {
    what: "a score far above what is possible",
    code: "score-too-high",
    plant: (scene) => {
      const [column] = scene.records.scoreColumns;
      if (column) column.scores.Rose = { status: "scored", points: 170 };
    },
    notIn: WITHOUT_SCORES,
  },
  {
    what: "two assignments of one title",
    code: "same-title",
    plant: (scene) => {
      const [first] = scene.records.assignments;
      if (first) scene.records.assignments.push({ ...first, id: "again", title: "salinity  LAB" });
      write(scene, field("assignment.score.Salinity lab", "no score yet"), ".");
    },
    notIn: WITHOUT_SCORES,
  },
  {
    what: "a family name in capitals",
    code: "odd-name",
    plant: (scene) => {
      student(scene, "Zoë").familyName = "TANAKA";
    },
  },
];

/** An average that just one student of the note has. */
function lonely(scene: CheckScene): number {
  const index = new FiguresIndex(worldOf(scene.records), CHECK_DAY, scene.past);
  const shown = planNote(index, scene.note).selected.flatMap(({ classId, studentId }) => {
    const { overall, categoryAverages } = index.figures(classId, studentId, "winter");
    return [...new Set([overall, ...categoryAverages].flatMap((one) => one?.shown ?? []))];
  });
  const possible = new Set(scene.records.assignments.map(({ pointsPossible }) => pointsPossible));
  return shown.find((one) => shown.indexOf(one) === shown.lastIndexOf(one) && !possible.has(one)) ?? Number.NaN;
}

/** Words without any figure. */
function plain({ note }: CheckScene): void {
  note.body = { type: "doc", content: [paragraph("We meet at the harbour on Friday.")] };
  note.variants = [];
}

const isStop = (code: FindingCode) => findingKind(code).severity === "stop";
const planted = Object.entries(CHECK_WORLDS).flatMap(([world, sceneOf]) =>
  FAULTS.filter(({ notIn = [] }) => !notIn.includes(world)).map((fault) => ({ world, sceneOf, fault })),
);

test("at least 200 faults are planted, each kind that only worlds of their own show among them", () => {
  expect(planted.length).toBeGreaterThanOrEqual(200);
  const kinds = new Set(FAULTS.map(({ code }) => code));
  expect(FOUND_IN_WORLDS.filter((code) => !kinds.has(code))).toEqual([]);
});

describe.each(Object.keys(CHECK_WORLDS))("in a school of %s", (world) => {
  test.each(planted.filter((one) => one.world === world).map((one) => [one.fault.what, one] as const))(
    "%s",
    (_what, { sceneOf, fault }) => {
      const scene = sceneOf();
      fault.plant(scene);
      const index = new FiguresIndex(worldOf(scene.records), CHECK_DAY, scene.past);
      const plan = planNote(index, scene.note);
      const found = checkNote(index, scene.note, plan, scene.now).filter(({ severity }) => severity !== "line");
      const codes = [...new Set(found.map(({ code }) => code))];
      expect(codes).toContain(fault.code);
      expect(codes.filter((code) => isStop(code) && code !== fault.code)).toEqual([]);
      const cautions = codes.filter((code) => findingKind(code).severity === "caution" && code !== fault.code);
      expect(cautions.filter((code) => !MAY_COME_ALONG.has(code))).toEqual([]);
      // There some letters are in other words.
      if (fault.letters && world !== "two languages") {
        const ofCode = found.filter(({ code }) => code === fault.code);
        const most = Math.max(...ofCode.map(({ numbers }) => numbers.letters ?? 0));
        expect(most).toBe(fault.letters(scene, plan.letters.length));
      }
    },
  );
});

/** What a fault may bring along: a note to a few of a class is no note to all of it, and the like. */
const MAY_COME_ALONG: ReadonlySet<FindingCode> = new Set<FindingCode>([
  "student-not-reached",
  "broken-sentence",
  "odd-name",
]);
