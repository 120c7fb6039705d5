import "fake-indexeddb/auto";
import { afterEach, describe, expect, test } from "vitest";
import type { Change } from "@/core/change/change";
import type { Letter, Round } from "@/core/delivery/round";
import { startNote } from "@/core/letter/starterNotes";
import { demoSchool } from "@/demo/demoSchool";
import { openDatabase, type VineDatabase } from "./database";
import { applyImport, importsNewestFirst, turnImport } from "./importRepository";
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
      fileName: "scores.csv",
      classId: "class-1",
      summary: "",
      appliedAt: 1,
      change: renamed("Imported"),
    };
    const nameNow = async () => (await database.students.get(student.id))?.familyName;
    await applyImport(database, record);
    expect(await nameNow()).toBe("Imported");
    expect((await turnImport(database, "one", 2)).takenBackAt).toBe(2);
    expect(await nameNow()).toBe(student.familyName);
    expect((await turnImport(database, "one", 3)).takenBackAt).toBeUndefined();
    await commitChange(database, renamed("Newer", { ...student, familyName: "Imported" }));
    await expect(turnImport(database, "one", 4)).rejects.toThrow(/changed since/);
    expect(await nameNow()).toBe("Newer");
    expect((await importsNewestFirst(database)).map(({ takenBackAt }) => takenBackAt)).toEqual([undefined]);
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
