import "fake-indexeddb/auto";
import { afterEach, describe, expect, test } from "vitest";
import type { Change } from "@/core/change/change";
import type { Letter, Round } from "@/core/delivery/round";
import { startNote } from "@/core/letter/starterNotes";
import { demoSchool } from "@/demo/demoSchool";
import { openDatabase, type VineDatabase } from "./database";
import { familyJournalPlace, settleAnswer, takeInFamilyEvents, waitingAnswers } from "./familyRepository";
import { allRecipes, applyImport, importsNewestFirst, turnImport } from "./importRepository";
import { findNote, notesNewestFirst, saveNote } from "./noteRepository";
import {
  journalPlace,
  lettersOfRound,
  preparedLetters,
  saveRound,
  takeInEvents,
  talliesByRound,
  withdrawPrepared,
} from "./roundRepository";
import { SCHEMA_VERSIONS } from "./schemaVersions";
import { commitChange, isWorldEmpty, loadWorld, replaceEverything } from "./worldRepository";

const school = demoSchool("2026-11-24");
let database: VineDatabase;
const opened = async () => {
  database = openDatabase();
  await replaceEverything(database, school);
  return database;
};
afterEach(async () => {
  await database.delete();
});

const [student] = school.students;
if (!student) throw new Error("The demo school has no students.");
const renamed = (familyName: string, from = student): Change => ({
  students: { added: {}, updated: { [student.id]: [from, { ...from, familyName }] }, removed: {} },
});

describe("the store", () => {
  test("keeps a whole school and gives it back the same", async () => {
    const world = await loadWorld(await opened());
    const sorted = <T>(rows: T[]) => [...rows].sort((a, b) => JSON.stringify(a).localeCompare(JSON.stringify(b)));
    for (const table of ["students", "guardians", "classes", "assignments", "scoreColumns", "terms"] as const) {
      expect(sorted<unknown>(world[table])).toEqual(sorted<unknown>(school[table]));
    }
    expect(await isWorldEmpty(database)).toBe(false);
  });

  test("a change with one bad record changes nothing at all", async () => {
    await opened();
    const bad: Change = {
      ...renamed("Newname"),
      terms: { added: { x: { id: "x", name: "", from: "?", to: "?" } }, updated: {}, removed: {} },
    };
    await expect(commitChange(database, bad)).rejects.toThrow();
    expect((await database.students.get(student.id))?.familyName).toBe(student.familyName);
  });

  test("an import is applied, taken back and applied again; never over something newer", async () => {
    await opened();
    const record = {
      id: "one",
      fileNames: ["scores.csv"],
      classIds: ["class-1"],
      summary: "",
      appliedAt: 1,
      change: renamed("Imported"),
    };
    const nameNow = async () => (await database.students.get(student.id))?.familyName;
    await applyImport(database, record);
    expect(await nameNow()).toBe("Imported");
    await turnImport(database, "one", 2);
    expect(await nameNow()).toBe(student.familyName);
    expect((await importsNewestFirst(database))[0]?.takenBackAt).toBe(2);
    await turnImport(database, "one", 3);
    expect((await importsNewestFirst(database))[0]?.takenBackAt).toBeUndefined();
    const other: Change = {
      students: {
        added: {},
        updated: {
          [student.id]: [
            { ...student, familyName: "Imported" },
            { ...student, familyName: "Imported", address: "new@x.example" },
          ],
        },
        removed: {},
      },
    };
    await commitChange(database, other);
    await turnImport(database, "one", 4);
    expect(await database.students.get(student.id)).toMatchObject({
      familyName: student.familyName,
      address: "new@x.example",
    });
    await turnImport(database, "one", 5);
    await commitChange(database, renamed("Newer", { ...student, familyName: "Imported", address: "new@x.example" }));
    await expect(turnImport(database, "one", 6)).rejects.toThrow(/Newer was changed since/);
    expect(await nameNow()).toBe("Newer");
  });

  test("an import that brought a student in is not taken back while somebody else's scores are about that student", async () => {
    await opened();
    const added = { ...student, id: "new-student", studentNumber: "1", guardians: [] };
    const change: Change = { students: { added: { "new-student": added }, updated: {}, removed: {} } };
    await applyImport(database, {
      id: "two",
      fileNames: ["roster.csv"],
      classIds: [],
      summary: "",
      appliedAt: 1,
      change,
    });
    const [column] = school.scoreColumns;
    if (!column) throw new Error("The demo school has no scores.");
    await database.scoreColumns.put({ ...column, scores: { ...column.scores, "new-student": { status: "missing" } } });
    await expect(turnImport(database, "two", 2)).rejects.toThrow(/still needs/);
    await database.scoreColumns.put(column);
    await turnImport(database, "two", 3);
    expect(await database.students.get("new-student")).toBeUndefined();
  });

  test("recipes are kept with an import, and one that can't be read is not there", async () => {
    await opened();
    const recipe = {
      id: "id|lab",
      kind: "scores",
      meanings: {},
      percents: {},
      blanks: "leave",
      marks: { abs: "excused" },
      answers: {},
      classes: {},
      usedAt: 1,
    } as const;
    await applyImport(
      database,
      { id: "three", fileNames: ["x.csv"], classIds: [], summary: "", appliedAt: 1, change: {} },
      [recipe],
    );
    await database.recipes.put({ ...recipe, id: "broken", kind: "nonsense" } as never);
    expect(await allRecipes(database)).toEqual([recipe]);
  });

  test("notes are kept, and one that can't be read is not there", async () => {
    await opened();
    const note = startNote("progress", { id: "n", now: 5, period: "winter" });
    await saveNote(database, note);
    expect(await findNote(database, "n")).toEqual(note);
    expect(await findNote(database, "other")).toBeUndefined();
    expect(await notesNewestFirst(database)).toEqual([note]);
  });
});

describe("rounds", () => {
  const round: Round = {
    id: "r",
    noteId: "n",
    noteName: "Note",
    sentence: "",
    summary: "",
    acceptedCautions: [],
    from: { name: "", address: "" },
    createdAt: 1,
    leavesAt: 2,
    letterCount: 2,
  };
  const letter = (id: string): Letter => ({
    id,
    roundId: "r",
    noteId: "n",
    studentId: "s",
    studentName: "S",
    classId: "c",
    className: "C",
    recipient: { kind: "guardian", id: "g", name: "G", address: "g@x.example" },
    reason: "",
    subject: "x",
    html: "",
    text: "",
    state: "prepared",
    stateAt: 1,
    seq: 0,
    reply: "",
  });
  const event = (seq: number, letterId: string, state: Letter["state"]) => ({
    seq,
    at: seq,
    letterId,
    roundId: "r",
    state,
  });

  test("the record follows the journal, remembers its place, and starts anew with another journal", async () => {
    await opened();
    await saveRound(database, round, [letter("a"), letter("b")]);
    expect((await preparedLetters(database)).map(({ id }) => id)).toEqual(["a", "b"]);
    const events = [
      event(1, "a", "handed"),
      event(2, "a", "leaving"),
      event(3, "a", "accepted"),
      event(4, "somebody else's", "handed"),
    ];
    await takeInEvents(database, "journal", events);
    await takeInEvents(database, "journal", events.slice(0, 2));
    expect(await journalPlace(database)).toEqual({ journalId: "journal", seq: 4 });
    expect((await lettersOfRound(database, "r")).map(({ state }) => state)).toEqual(["accepted", "prepared"]);
    await withdrawPrepared(database, "r", 9);
    expect((await talliesByRound(database)).get("r")).toEqual({ accepted: 1, withdrawn: 1 });
    await takeInEvents(database, "another", [event(1, "x", "handed")]);
    expect(await journalPlace(database)).toEqual({ journalId: "another", seq: 1 });
  });
});

test("what families say is taken in once: answers wait, a correction waits again, wishes hold at once", async () => {
  await opened();
  const [guardian] = school.guardians;
  if (!guardian) throw new Error("The demo school has no guardians.");
  const answer = {
    answerId: "a",
    cardId: "card",
    studentName: "Ana",
    studentNumber: "",
    guardians: [{ name: "Ewa", address: "", relation: "", language: "", frequency: "" as const }],
  };
  const said = { kind: "card answer", seq: 1, at: 5, answer } as const;
  const wish = { kind: "wish", seq: 2, at: 6, guardianId: guardian.id, wish: { confirmation: "stopped" } } as const;
  const change = await takeInFamilyEvents(database, "j", [said, wish]);
  expect(change.guardians?.updated[guardian.id]?.[1].confirmation).toBe("stopped");
  expect((await database.guardians.get(guardian.id))?.confirmation).toBe("stopped");
  await settleAnswer(database, "a", "refused", {});
  expect(await waitingAnswers(database)).toEqual([]);
  await takeInFamilyEvents(database, "j", [said, wish]);
  expect(await waitingAnswers(database)).toEqual([]);
  const corrected = { ...said, seq: 3, answer: { ...answer, studentName: "Ana Wójcik" } };
  await takeInFamilyEvents(database, "j", [corrected]);
  expect((await waitingAnswers(database)).map((one) => one.answer.studentName)).toEqual(["Ana Wójcik"]);
  expect(await familyJournalPlace(database)).toEqual({ journalId: "j", seq: 3 });
});

test("the data of version 1 is brought along to this one", async () => {
  const [first] = SCHEMA_VERSIONS;
  if (!first) throw new Error("There is no version 1.");
  database = openDatabase("vine-note", [first]);
  const { tags: _tags, ...oldStudent } = student;
  const [guardian] = school.guardians;
  const [schoolClass] = school.classes;
  if (!guardian || !schoolClass) throw new Error("The demo school is empty.");
  const { frequency: _frequency, ...oldGuardian } = guardian;
  const { averageSource: _source, ...oldClass } = schoolClass;
  await database.table("students").put(oldStudent);
  await database.table("guardians").put(oldGuardian);
  await database.table("classes").put(oldClass);
  const note = startNote("progress", { id: "n", now: 5, period: "winter" });
  const { addedStudentIds: _added, ...oldSelection } = note.selection;
  await database.table("notes").put({ ...note, selection: oldSelection });
  await database
    .table("imports")
    .put({ id: "i", fileName: "a.csv", classId: "c", summary: "s", appliedAt: 1, change: {} });
  database.close();
  database = openDatabase();
  const world = await loadWorld(database);
  expect(await findNote(database, "n")).toEqual(note);
  expect(world.students).toEqual([{ ...oldStudent, tags: [] }]);
  expect(world.guardians).toEqual([{ ...oldGuardian, frequency: "each letter" }]);
  expect(world.classes).toEqual([{ ...oldClass, averageSource: "computed" }]);
  expect(await importsNewestFirst(database)).toEqual([
    { id: "i", fileNames: ["a.csv"], classIds: ["c"], summary: "s", appliedAt: 1, change: {} },
  ]);
});

test("data of an older version is brought along, record by record", async () => {
  database = openDatabase();
  await replaceEverything(database, school);
  database.close();
  const next = {
    version: (SCHEMA_VERSIONS.at(-1)?.version ?? 0) + 1,
    stores: { students: "id, familyName" },
    records: {
      students: (record: Record<string, unknown>) => ({
        ...record,
        familyName: String(record.familyName).toUpperCase(),
      }),
    },
  };
  database = openDatabase("vine-note", [...SCHEMA_VERSIONS, next]);
  const moved = await database.students.toArray();
  expect(moved).toHaveLength(school.students.length);
  expect(moved.every(({ familyName }) => familyName === familyName.toUpperCase())).toBe(true);
  expect(await database.assignments.count()).toBe(school.assignments.length);
});
