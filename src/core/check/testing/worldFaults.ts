import { field, paragraph } from "../../letter/letterParts";
import { CHECK_DAY, CHECK_WORLDS } from "../../testing/checkWorlds";

import { allButOne, type Fault, named, only, passageIf, subject, WITHOUT_SCORES, write } from "./worldScene";

export const FAULTS: readonly Fault[] = [
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
];
