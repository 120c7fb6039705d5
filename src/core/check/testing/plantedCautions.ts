import { addDays, instantOf } from "../../model/day";
import type { BlockNode } from "../../model/letterBody";
import { sampleStudent } from "../../testing/sampleClass";

import {
  enclosed,
  type Fault,
  field,
  guardian,
  inPlaces,
  only,
  PLACES,
  paragraph,
  passage,
  sent,
  student,
  TODAY,
  text,
} from "./plantedScene";

export const CAUTIONS: readonly Fault[] = [
  ...inPlaces("weekday-disagrees", "a weekday that is not that of the date", [
    text("We meet on Friday, 18 January 2027."),
  ]),
  ...inPlaces("past-day", "a day to come that is past", [text("The form is due on 12 November 2026.")]),
  [
    "“tomorrow” in a letter of another day",
    "past-day",
    (scene) => {
      scene.note.changedAt = scene.now - 3 * 86_400_000;
      PLACES.letter?.(scene, text("Please bring it tomorrow."));
    },
  ],
  ...inPlaces("figure-typed", "a score beside the title of its work", [text("Salinity lab: 17 of 20.")]),
  [
    "one child in two records",
    "two-records",
    ({ records }) => {
      const [first] = records.students;
      if (!first) return;
      records.students.push({ ...first, id: "again", studentNumber: "" });
      records.classes[0]?.studentIds.push("again");
    },
  ],
  [
    "work that is marked by half of its rubric",
    "half-marked",
    (scene) => {
      const [work] = scene.records.assignments;
      const score = scene.records.scoreColumns[0]?.scores.Rose;
      const criterion = (id: string) => ({ id, name: id, levels: [], most: 4 });
      if (work) work.rubric = [criterion("Order"), criterion("Sources")];
      if (score) score.levels = { Order: 3 };
      PLACES.letter?.(scene, text("On the lab: "), field("assignment.score.Salinity lab"), text("."));
    },
  ],
  [
    "a column of zeros",
    "zero-column",
    ({ records }) => {
      for (const score of Object.values(records.scoreColumns[0]?.scores ?? {})) score.points = 0;
    },
  ],
  [
    "a heading over nothing",
    "hanging-heading",
    ({ note }) => {
      const heading = (words: string): BlockNode => ({ type: "heading", attrs: { level: 2 }, content: [text(words)] });
      note.body.content.push(heading("To do"), passage(paragraph(text("Please look at it."))), heading("Thanks"));
      note.body.content.push(paragraph(text("For reading this.")));
    },
  ],
  ...inPlaces("nothing-enclosed", "a form that is not enclosed", [text("Please find the form attached.")]),
  [
    "a class that nobody of them is in",
    "other-class",
    (scene) => {
      const [known] = scene.records.classes;
      if (known) scene.records.classes.push({ ...known, id: "elsewhere", name: "Tidal Charts 10", studentIds: [] });
      PLACES.letter?.(scene, text("Your child has worked well in Tidal Charts 10."));
    },
  ],
  ...inPlaces("markup-in-text", "code of a web page", [text("Please <b>read</b> this.")]),
  [
    "a paragraph that was pasted twice",
    "said-twice",
    (scene) => {
      for (let time = 0; time < 2; time += 1)
        PLACES.letter?.(scene, text("The harbour walk begins at the old lighthouse at nine."));
    },
  ],
  [
    "a letter in another language than it is said to be",
    "other-language",
    (scene) =>
      PLACES.letter?.(
        scene,
        text("Hemos trabajado mucho en el puerto y los alumnos están muy contentos con lo que han aprendido este año."),
      ),
  ],
  [
    "a statement that the figure beside it is not true of",
    "statement-disagrees",
    (scene) => PLACES.letter?.(scene, text("With "), field("overall"), text(" that is above 99 %.")),
  ],
  [
    "a picture without words",
    "picture-without-alt",
    ({ note }) => {
      note.body.content.push({ type: "picture", attrs: { src: "data:image/png;base64,AAAA", alt: " ", width: 100 } });
    },
  ],
  [
    "a guardian who reads what the note does not speak",
    "language-missing",
    (scene) => {
      guardian(scene, "ode").language = "vi";
      scene.note.variants = [
        {
          language: "es",
          subject: scene.note.subject,
          body: { type: "doc", content: [paragraph(text("Buenos días."))] },
        },
      ];
    },
  ],
  [
    "a student without a guardian",
    "student-not-reached",
    (scene) => {
      student(scene, "Rose").guardians = [];
    },
  ],
  [
    "another term",
    "term-not-current",
    ({ note }) => {
      note.selection = { ...note.selection, period: "autumn" };
      note.body = { type: "doc", content: [paragraph(text("Well done."))] };
    },
  ],
  ["the same note yesterday", "repeat-note", ({ written }) => written.push(sent("Ana", 1, "praise", "note"))],
  [
    "another note of information six days ago",
    "repeat-kind",
    ({ written }) => written.push(sent("Ana", 6, "information", "x")),
  ],
  [
    "a guardian who wishes one letter a week and had one six days ago",
    "wishes-fewer",
    (scene) => {
      guardian(scene, "wojcik").frequency = "weekly";
      scene.written.push(sent("Ana", 6, "praise", "x"));
    },
  ],
  [
    "the last score twelve days old",
    "gradebook-old",
    (scene) => {
      scene.past = [{ at: instantOf(addDays(TODAY, -12), 9), columns: {}, averages: {} }];
    },
  ],
  [
    "many more than last time",
    "many-more",
    (scene) => {
      const more = Array.from({ length: 14 }, (_, place) =>
        sampleStudent({
          id: `m${place}`,
          givenName: `M${place}`,
          guardians: [{ guardianId: "ode", relation: "father" }],
        }),
      );
      scene.records.students.push(...more);
      const [schoolClass] = scene.records.classes;
      schoolClass?.studentIds.push(...more.map(({ id }) => id));
      scene.written.push(sent("Ana", 30, "information", "note"));
    },
  ],
  [
    "a threshold that everybody meets",
    "whole-class",
    (scene) => only(scene, { kind: "overall", comparison: "at most", percent: 100 }),
  ],
  [
    "ten at night",
    "late-evening",
    (scene) => {
      scene.now = instantOf(TODAY, 22);
    },
  ],
  [
    "five in the morning",
    "late-evening",
    (scene) => {
      scene.now = instantOf(TODAY, 5);
    },
  ],
  ...inPlaces("raw-decimal", "a figure that was not rounded", [text("The average is 0.8649999.")]),
  [
    "an average whose letter is another one",
    "letter-disagrees",
    (scene) => {
      // 59.5 % is shown as 60 %, which is a B; written with a decimal it would be a C.
      const scores = scene.records.scoreColumns.map((column) => column.scores);
      for (const column of scores) column.Ana = { status: "scored", points: 11.9 };
      PLACES.letter?.(scene, text("It is "), field("overall", "1 decimal"), text(", "), field("gradeLabel"));
    },
  ],
  [
    "missing work counted and asked for where none is missing",
    "nothing-missing",
    (scene) => PLACES.letter?.(scene, field("missing.count"), text(" to hand in.")),
  ],
  [
    "a list of missing work that says nothing where none is",
    "nothing-missing",
    ({ note }) => {
      note.body.content.push({ type: "missingWork", attrs: { whenNothing: "" } });
    },
  ],
  [
    "a family name in capitals",
    "odd-name",
    (scene) => {
      student(scene, "Célestin").familyName = "ODE";
    },
  ],
  [
    "a family name with two spaces",
    "odd-name",
    (scene) => {
      student(scene, "Rose").familyName = "Hallam  Lee";
    },
  ],
  ["a subject of 70 characters", "long-subject", (scene) => PLACES.subject?.(scene, text("Harbour ".repeat(9).trim()))],
  ["a report in which nothing stands", "empty-report", (scene) => enclosed(scene)],
  [
    "a report with a photo that nobody has",
    "no-photo",
    (scene) => enclosed(scene, paragraph(text("Well done.")), { type: "photo", attrs: { width: 30 } }),
  ],
  ["a report with a face", "no-glyph", (scene) => enclosed(scene, paragraph(text("Well done 🐚")))],
  ["a letter of 120 kB", "heavy-letter", (scene) => PLACES.letter?.(scene, text("Tides come and go. ".repeat(3500)))],
  ...inPlaces("broken-sentence", "two spaces", [text("It went  well.")], ["letter", "list", "passage"]),
  ...inPlaces("broken-sentence", "a space before a comma", [text("It went well , mostly.")]),
  ...inPlaces("broken-sentence", "empty brackets", [text("It went well ( ).")]),
];
