import { describe, expect, test } from "vitest";
import { worldOf } from "../model/world";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { applyChange, type Change, reverseChange } from "./change";
import { conflictWords } from "./conflictWords";
import { danglingRecords } from "./danglingRecords";
import { rebaseChange } from "./rebaseChange";

const before = worldOf(
  sampleWorld({
    schoolClass: { block: "Block 3" },
    students: [sampleStudent({ id: "ana", guardians: [{ guardianId: "ewa", relation: "mother" }] })],
    guardians: [sampleGuardian({ id: "ewa" })],
    work: [{ assignment: sampleAssignment({ id: "lab" }), scores: { ana: { status: "scored", points: 12 } } }],
  }),
);
const found = <T>(value: T | undefined): T => {
  if (value === undefined) throw new Error("The small world lacks it.");
  return value;
};
const [ana, ewa, lab] = [
  found(before.students.get("ana")),
  found(before.guardians.get("ewa")),
  found(before.assignments.get("lab")),
];
const labScores = found(before.scoreColumns.get("lab"));
const schoolClass = found(before.classes.get("class"));
const updated = <T>(key: string, from: T, to: T) => ({
  added: {},
  updated: { [key]: [from, to] as [T, T] },
  removed: {},
});

/** What is said when a change is to be taken back though a newer one was made since. */
function contentFingerprint(change: Change, newer: Change): string {
  const now = applyChange(applyChange(before, change), newer);
  const back = rebaseChange(now, reverseChange(change));
  const after = applyChange(now, back.change);
  return conflictWords(back.conflicts, danglingRecords(after, back.change), now);
}

const NOTHING_DONE =
  /^Nothing was done, so that nothing newer is lost: .+\. Take back what is newer first, or change it by hand\.$/;

describe("what stands in the way of taking a change back is named", () => {
  test("a score that was changed since, with its assignment and student", () => {
    const scored = (points: number) => ({ ...labScores, scores: { ana: { status: "scored" as const, points } } });
    const words = contentFingerprint(
      { scoreColumns: updated("lab", labScores, scored(15)) },
      { scoreColumns: updated("lab", scored(15), scored(18)) },
    );
    expect(words).toMatch(NOTHING_DONE);
    expect(words).toContain(": “Salinity lab” of Ana Wójcik was changed since.");
  });

  test("a student, a guardian, an assignment and a class, by their names", () => {
    const change: Change = {
      students: updated("ana", ana, { ...ana, familyName: "B" }),
      guardians: updated("ewa", ewa, { ...ewa, familyName: "B" }),
      assignments: updated("lab", lab, { ...lab, title: "B" }),
      classes: updated("class", schoolClass, { ...schoolClass, name: "B" }),
    };
    const newer: Change = {
      students: updated("ana", { ...ana, familyName: "B" }, { ...ana, familyName: "C" }),
      guardians: updated("ewa", { ...ewa, familyName: "B" }, { ...ewa, familyName: "C" }),
      assignments: updated("lab", { ...lab, title: "B" }, { ...lab, title: "C" }),
      classes: updated("class", { ...schoolClass, name: "B" }, { ...schoolClass, name: "C" }),
    };
    const words = contentFingerprint(change, newer);
    for (const name of ["Ana C", "Ewa C", "C, Block 3", "C was changed since"]) expect(words).toContain(name);
  });

  test("what still needs what would go: a class its student, scores their assignment, a student their guardian", () => {
    const bo = sampleStudent({ id: "bo", givenName: "Bo", familyName: "Li", studentNumber: "2" });
    const mei = sampleGuardian({ id: "mei", givenName: "Mei", familyName: "Li" });
    const tank = sampleAssignment({ id: "tank", title: "Wave tank" });
    const added = <T>(key: string, row: T) => ({ added: { [key]: row }, updated: {}, removed: {} });
    const change: Change = {
      students: added("bo", bo),
      guardians: added("mei", mei),
      assignments: added("tank", tank),
    };
    const newer: Change = {
      classes: updated("class", schoolClass, { ...schoolClass, studentIds: ["ana", "bo"] }),
      students: updated("ana", ana, { ...ana, guardians: [...ana.guardians, { guardianId: "mei", relation: "aunt" }] }),
      scoreColumns: added("tank", { assignmentId: "tank", classId: "class", scores: {} }),
    };
    const words = contentFingerprint(change, newer);
    expect(words).toMatch(NOTHING_DONE);
    for (const said of [
      "Earth Systems 9, Block 3 still needs Bo Li",
      "Ana Wójcik still needs Mei Li",
      "“Wave tank” still needs Wave tank",
    ])
      expect(words).toContain(said);
  });

  test("of many things a few are named, and how many more there are; each once", () => {
    const paths = Array.from({ length: 9 }, (_, place) => ({
      table: "scoreColumns" as const,
      key: "lab",
      path: ["scores", place < 2 ? "ana" : `s${place}`],
    }));
    expect(conflictWords(paths, [], before)).toBe(
      "Nothing was done, so that nothing newer is lost: “Salinity lab” of Ana Wójcik was changed since and “Salinity lab” of a student was changed since. Take back what is newer first, or change it by hand.",
    );
    const settings = ["terms", "checklists", "logEntries", "averageColumns", "scoreColumns", "guardians"] as const;
    const gone = settings.map((table) => ({ table, key: "gone", path: [] }));
    expect(conflictWords(gone, [], before)).toMatch(
      /: a setting was .*, a checklist was .*, a class log was .*, a column of averages was .* and 2 more\. Take/,
    );
  });
});
