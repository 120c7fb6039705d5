import {
  enclosed,
  type Fault,
  field,
  guardian,
  inPlaces,
  intoSpanish,
  link,
  only,
  PEOPLE,
  PLACES,
  paragraph,
  passage,
  student,
  TODAY,
  text,
} from "./plantedScene";

export const STOPS: readonly Fault[] = [
  ["nobody meets the conditions", "nobody-selected", (scene) => only(scene, { kind: "missing", atLeast: 9 })],
  [
    "no class is chosen",
    "nobody-selected",
    ({ note }) => {
      note.selection = { ...note.selection, classIds: [] };
    },
  ],
  [
    "everybody is left out",
    "no-recipients",
    ({ note, records }) => note.leftOutRecipientIds.push(...records.guardians.map(({ id }) => id)),
  ],
  [
    "nobody of a family is chosen",
    "no-recipients",
    ({ note }) => {
      note.recipientChoices = Object.fromEntries(PEOPLE.map(([id]) => [id, []]));
    },
  ],
  ...["", "ode", "ode@", "ode@harbourmail", "ode@harbourmail,example", "ode @harbourmail.example"].map(
    (address): Fault => [
      `the address “${address}”`,
      "no-good-address",
      (scene) => {
        guardian(scene, "ode").addresses = address ? [address] : [];
      },
    ],
  ),
  [
    "a line break in a guardian’s name",
    "header-breaking",
    (scene) => {
      guardian(scene, "ode").givenName = "Ewa\r\nBcc: all@x.example";
    },
  ],
  [
    "a control character in a guardian’s name",
    "header-breaking",
    (scene) => {
      guardian(scene, "voss").familyName = "Vo\u0007ss";
    },
  ],
  [
    "a line break in the name of a student who is written to",
    "header-breaking",
    (scene) => {
      scene.note.audience = { guardians: "none", students: true };
      for (const one of scene.records.students) one.address = `s${one.studentNumber}@students.example`;
      student(scene, "Rose").familyName = "Hallam\nSubject: x";
    },
  ],
  [
    "a guardian’s name that no mail header holds",
    "too-long",
    (scene) => {
      guardian(scene, "ode").givenName = "Ewa ".repeat(300);
    },
  ],
  ["a subject that no mail header holds", "too-long", (scene) => PLACES.subject?.(scene, text("tide ".repeat(200)))],
  ["an empty subject", "empty-subject", (scene) => PLACES.subject?.(scene)],
  ["a subject of spaces", "empty-subject", (scene) => PLACES.subject?.(scene, text("  "))],
  [
    "an empty letter",
    "empty-body",
    ({ note }) => {
      note.body = { type: "doc", content: [paragraph()] };
    },
  ],
  [
    "a letter of an empty passage",
    "empty-body",
    ({ note }) => {
      note.body = { type: "doc", content: [passage(paragraph())] };
    },
  ],
  ...[
    "student.birthday",
    "category.Quizzes",
    "assignment.comment.Tide table",
    "change.lastNote",
    "student.tags",
  ].flatMap((id) => inPlaces("unfilled-field", `“${id}” without a value`, [field(id)])),
  ...inPlaces(
    "unfilled-field",
    "a field without a value",
    [field("student.birthday")],
    ["heading", "list", "passage", "other side of a passage"],
  ),
  ...["category.Gone", "statement.Gone", "assignment.score.Gone lab", "no such field"].flatMap((id) =>
    inPlaces("unknown-field", `“${id}”, which is gone,`, [text("See "), field(id)]),
  ),
  [
    "the score on an assignment that is gone",
    "unknown-field",
    ({ note }) =>
      note.body.content.push({ type: "assignmentScore", attrs: { assignment: "Gone lab", whenNothing: "" } }),
  ],
  [
    "missing work of an assignment that is gone",
    "unknown-field",
    ({ note }) =>
      note.body.content.push({ type: "missingWork", attrs: { whenNothing: "Nothing.", assignments: ["Gone lab"] } }),
  ],
  ...inPlaces(
    "unknown-field",
    "a field that is gone",
    [text("See "), field("assignment.due.Gone lab")],
    ["passage", "list"],
  ),
  ...["[name]", "<<grade>>", "XX", "TODO", "lorem ipsum", "insert name here", "your name", "____"].flatMap((words) =>
    inPlaces("drafting-words", `“${words}”`, [text(`Well done ${words}.`)]),
  ),
  ...inPlaces("drafting-words", "“TBD”", [text("TBD")], ["heading", "list", "passage", "other side of a passage"]),
  ...["https://", "http://harbour", "https://harbour.example/a b", "mailto:ewa", "https://.example"].map(
    (href): Fault => [`a link to “${href}”`, "bad-link", (scene) => PLACES.letter?.(scene, ...link(href))],
  ),
  ...inPlaces("bad-link", "a link that leads nowhere", link("https://harbour"), ["list", "passage"]),
  ...inPlaces(
    "foreign-name",
    "another student’s first name",
    [text("As I told Dmitri, it went well.")],
    Object.keys(PLACES),
  ),
  ...inPlaces("foreign-name", "another student’s full name that begins as a word", [
    text("Like Rose Hallam, who did well."),
  ]),
  ...inPlaces("foreign-name", "another student’s name in another script", [text("مع عمر")]),
  [
    "drafting words in a variant",
    "drafting-words",
    (scene) => intoSpanish(scene, { type: "doc", content: [paragraph(text("Hola [nombre]."))] }),
  ],
  ["a variant without a word", "empty-body", (scene) => intoSpanish(scene, { type: "doc", content: [paragraph()] })],
  [
    "a field without a value in a variant",
    "unfilled-field",
    (scene) => {
      guardian(scene, "voss").language = "es-MX";
      intoSpanish(scene, { type: "doc", content: [paragraph(field("student.birthday"))] });
    },
  ],
  [
    "another student’s name in a comment",
    "foreign-name",
    (scene) => {
      const scores = scene.records.scoreColumns[0]?.scores ?? {};
      for (const [id, score] of Object.entries(scores))
        score.comment = id === "Bo" ? "You and Dmitri did well." : "Well done.";
      PLACES.letter?.(scene, field("assignment.comment.Salinity lab"));
    },
  ],
  [
    "another student’s name in the class log",
    "foreign-name",
    (scene) => {
      scene.records.logEntries.push({ id: "l", classId: "class", day: TODAY, text: "Célestin showed his chart." });
      scene.note.body.content.push({ type: "classLog", attrs: { days: 7, whenNothing: "" } });
    },
  ],
  [
    "a file that is named after another student",
    "foreign-name",
    ({ note }) => {
      note.enclosures = [{ sha256: "0".repeat(64), name: "report_Dmitri-Voss.pdf", type: "application/pdf", bytes: 9 }];
    },
  ],
  [
    "seven pictures of 90 kB",
    "too-large-letter",
    ({ note }) => {
      const src = `data:image/jpeg;base64,${"A".repeat(90_000)}`;
      for (let picture = 0; picture < 7; picture += 1)
        note.body.content.push({ type: "picture", attrs: { src, alt: "A chart", width: 500 } });
    },
  ],
  [
    "another student’s name typed into a design",
    "foreign-name",
    (scene) => enclosed(scene, paragraph(text("As with Dmitri, this went well."))),
  ],
  ["a place left to fill in a design", "drafting-words", (scene) => enclosed(scene, paragraph(text("Dear [name],")))],
  [
    "a report whose design is gone",
    "gone-design",
    ({ note }) => {
      note.reports = [{ design: "gone", paper: "a4" }];
    },
  ],
];
