import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { instantOf } from "../model/day";
import { READY_MADE_DESIGNS } from "../model/reportChoice";
import { worldOf } from "../model/world";
import { planNote } from "../selection/planNote";
import { startNote } from "../starters/startNote";
import { FOUND_IN_WORLDS } from "../testing/checkWorlds";
import { checkNote } from "./checkNote";
import { FINDING_CODES, type FindingCode, findingKind } from "./findingKinds";

import { CAUTIONS } from "./testing/plantedCautions";
import {
  check,
  cleanScene,
  field,
  guardian,
  link,
  only,
  PLACES,
  paragraph,
  passage,
  type Scene,
  sent,
  student,
  TODAY,
  text,
} from "./testing/plantedScene";
import { STOPS } from "./testing/plantedStops";

const codesOf = (scene: Scene) =>
  check(scene)
    .filter(({ severity }) => severity !== "line")
    .map(({ code }) => code);
const isStopCode = (code: FindingCode) => findingKind(code).severity === "stop";

describe("in a clean scene", () => {
  test.each(STOPS)("%s is found as %s, and no other stop", (_what, code, plant) => {
    const scene = cleanScene();
    plant(scene);
    expect([...new Set(codesOf(scene).filter(isStopCode))]).toEqual([code]);
  });

  test.each(CAUTIONS)("%s is found as %s, without a stop", (_what, code, plant) => {
    const scene = cleanScene();
    plant(scene);
    expect(codesOf(scene)).toEqual([code]);
  });

  test("each kind of finding that one class is enough for is planted", () => {
    const planted = [...STOPS, ...CAUTIONS];
    // Who must not be written to never comes into a plan; a plan made by hand shows that the check would see it.
    const beyond = new Set<FindingCode>(["not-a-guardian", "wants-no-letters", ...FOUND_IN_WORLDS]);
    const kinds = FINDING_CODES.filter((code) => findingKind(code).severity !== "line" && !beyond.has(code));
    expect(kinds.filter((code) => !planted.some(([, found]) => found === code))).toEqual([]);
  });

  test("somebody who must not be written to is found even when a plan has them", () => {
    const { records, note, now } = cleanScene();
    const index = new FiguresIndex(worldOf(records), TODAY);
    const plan = planNote(index, note);
    const [first, ...others] = plan.letters;
    if (!first) throw new Error("The clean scene has no letter.");
    const stranger = { ...first, recipient: { ...first.recipient, id: "voss" } };
    expect(checkNote(index, note, { ...plan, letters: [stranger, ...others] }, now).map(({ code }) => code)).toEqual([
      "not-a-guardian",
    ]);
    const stopped = records.guardians.map((one) =>
      one.id === "ode" ? { ...one, confirmation: "stopped" as const } : one,
    );
    const later = new FiguresIndex(worldOf({ ...records, guardians: stopped }), TODAY);
    expect(checkNote(later, note, plan, now).map(({ code }) => code)).toEqual(["wants-no-letters"]);
  });
});

describe("a clean note is silent", () => {
  const clean: [string, (scene: Scene) => void][] = [
    ...(
      ["progress", "missing work", "below a threshold", "welcome", "meeting", "end of term", "weekly digest"] as const
    ).map((starter): [string, (scene: Scene) => void] => [
      `the starter “${starter}”`,
      (scene) => {
        scene.note = startNote(starter, { id: "note", now: scene.now, period: "winter" });
      },
    ]),
    [
      "to students themselves",
      (scene) => {
        scene.note.audience = { guardians: "none", students: true };
        for (const one of scene.records.students) one.address = `s${one.studentNumber}@students.example`;
      },
    ],
    [
      "with a brother’s name",
      (scene) => {
        scene.note.selection = { ...scene.note.selection, conditions: [{ kind: "chosen", studentIds: ["Ana"] }] };
        PLACES.letter?.(scene, text("Greetings to Bo."));
      },
    ],
    [
      "with the student’s own name typed",
      (scene) => {
        scene.note.selection = { ...scene.note.selection, conditions: [{ kind: "chosen", studentIds: ["Dmitri"] }] };
        PLACES.letter?.(scene, text("Dmitri can be proud."));
      },
    ],
    [
      "with a word that is a name as well",
      (scene) => PLACES.letter?.(scene, text("Rose water and salt. May I add: well done.")),
    ],
    [
      "with links that lead somewhere",
      (scene) =>
        PLACES.letter?.(
          scene,
          ...link("https://harbour.example/a?b=1#c"),
          text(" "),
          ...link("mailto:ewa@harbourmail.example"),
        ),
    ],
    [
      "with a fallback for what is empty",
      (scene) =>
        PLACES.letter?.(scene, {
          type: "field",
          attrs: { field: "student.birthday", fallback: "soon", format: "", upperFirst: false },
        }),
    ],
    [
      "with a passage for those who miss something",
      (scene) =>
        scene.note.body.content.push(
          passage(
            paragraph(field("missing.list", "commas"), text(" would help.")),
            paragraph(text("Nothing is missing.")),
          ),
        ),
    ],
    [
      "with brackets that have words in them, decimals and three dots",
      (scene) => PLACES.letter?.(scene, text("It went well (86.5 % of 20.25 points) ... so far.")),
    ],
    ["in the second week after the last one", (scene) => scene.written.push(sent("Ana", 8, "information", "note"))],
    [
      "to a guardian who wishes one letter a day and had one two days ago",
      (scene) => {
        guardian(scene, "wojcik").frequency = "daily";
        scene.written.push(sent("Ana", 2, "praise", "other"));
      },
    ],
    [
      "with a file for everybody",
      ({ note }) => {
        note.enclosures = [
          { sha256: "0".repeat(64), name: "Tide_table  0.8649.pdf", type: "application/pdf", bytes: 9 },
        ];
      },
    ],
    ...READY_MADE_DESIGNS.map((design): [string, (scene: Scene) => void] => [
      `with a report by the design “${design}”`,
      ({ note }) => {
        note.reports = [{ design, paper: "a4" }];
      },
    ]),
    ["after praise of yesterday", (scene) => scene.written.push(sent("Ana", 1, "praise", "other"))],
    [
      "in the evening at eight",
      (scene) => {
        scene.now = instantOf(TODAY, 20);
      },
    ],
    [
      "of the whole year",
      ({ note }) => {
        note.selection = { ...note.selection, period: "year" };
      },
    ],
    [
      "with every format of the average",
      (scene) =>
        PLACES.letter?.(
          scene,
          ...["", "0 decimals", "1 decimal", "2 decimals"].flatMap((format) => [field("overall", format), text("; ")]),
        ),
    ],
    [
      "with the score on an assignment",
      (scene) => PLACES.letter?.(scene, field("assignment.score.Salinity lab"), text(" on the lab.")),
    ],
    ["with names in a script without capitals", (scene) => only(scene, { kind: "chosen", studentIds: ["عمر"] })],
    [
      "with initials",
      (scene) => {
        student(scene, "Rose").preferredName = "RJ";
      },
    ],
    ["below a threshold that some meet", (scene) => only(scene, { kind: "overall", comparison: "below", percent: 50 })],
  ];
  test.each(clean)("%s", (_what, plant) => {
    const scene = cleanScene();
    plant(scene);
    expect(check(scene)).toEqual([]);
  });

  test("there are 20 of them", () => {
    expect(clean.length).toBeGreaterThanOrEqual(20);
  });
});
