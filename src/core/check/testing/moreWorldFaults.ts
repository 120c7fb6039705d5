import { field, paragraph } from "../../letter/letterParts";

import {
  allButOne,
  type Fault,
  guardian,
  lonely,
  only,
  passageIf,
  plain,
  student,
  WITHOUT_SCORES,
  write,
} from "./worldScene";

export const MORE_FAULTS: readonly Fault[] = [
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
