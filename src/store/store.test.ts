import "fake-indexeddb/auto";
import { afterEach, describe, expect, test } from "vitest";
import { type Change, reverseChange } from "@/core/change/change";
import { worldAsOf } from "@/core/change/pastScores";
import type { Letter, Round, WholeLetter } from "@/core/delivery/round";
import { startNote } from "@/core/letter/starterNotes";
import { worldOf } from "@/core/model/world";
import { demoSchool } from "@/demo/demoSchool";
import { openDatabase, type VineDatabase } from "./database";
import { familyJournalPlace, settleAnswer, takeInFamilyEvents, waitingAnswers } from "./familyRepository";
import { allRecipes, applyImport, importsNewestFirst, turnImport } from "./importRepository";
import { findNote, notesNewestFirst, saveNote } from "./noteRepository";
import { announcedReplies, keepReply, keepTalk, markRead, newReplies, talksAbout } from "./replyRepository";
import {
  findRound,
  journalPlace,
  lastFailure,
  lettersAbout,
  lettersOfRound,
  preparedLetters,
  saveRound,
  searchLetters,
  takeInEvents,
  talliesByRound,
  wholeLetters,
  withdrawPrepared,
  writtenAbout,
} from "./roundRepository";
import { SCHEMA_VERSIONS } from "./schemaVersions";
import { commitChange, isWorldEmpty, loadWorld, pastScores, replaceEverything } from "./worldRepository";

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

  test("scores that are replaced are remembered in their order, with the time", async () => {
    await opened();
    const [column] = school.scoreColumns;
    if (!column) throw new Error("The demo school has no scores.");
    const before = worldOf(school);
    const cleared = { ...column, scores: {} };
    const change: Change = {
      scoreColumns: { added: {}, updated: { [column.assignmentId]: [column, cleared] }, removed: {} },
    };
    await commitChange(database, change, 5);
    await commitChange(database, reverseChange(change), 7);
    await commitChange(database, renamed("No score at all"), 8);
    const past = await pastScores(database);
    expect(past.map(({ at }) => at)).toEqual([5, 7]);
    const now = worldOf(await loadWorld(database));
    expect(worldAsOf(now, past, 4).scoreColumns.get(column.assignmentId)).toEqual(column);
    expect(worldAsOf(now, past, 5).scoreColumns.get(column.assignmentId)).toEqual(cleared);
    expect(worldAsOf(now, past, 9).scoreColumns).toEqual(before.scoreColumns);
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
    noteKind: "concern",
    sentence: "",
    summary: "",
    acceptedCautions: [],
    from: { name: "", address: "" },
    createdAt: 1,
    leavesAt: 2,
    letterCount: 2,
  };
  const letter = (id: string): WholeLetter => ({
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
    html: "<p>page</p>",
    text: "text",
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
    expect(await wholeLetters(database, [letter("b"), letter("gone")])).toEqual([letter("b")]);
    expect(Object.keys((await database.letters.get("a")) ?? {})).not.toContain("html");
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
    expect(await writtenAbout(database)).toEqual([
      { studentId: "s", noteId: "n", at: 2, kind: "concern", recipientIds: ["g", "g"] },
    ]);
    await database.rounds.update("r", { brothersAndSisters: { s: ["t"] } });
    expect((await writtenAbout(database)).map(({ studentId }) => studentId)).toEqual(["s", "t"]);
    await takeInEvents(database, "journal", [
      { seq: 5, at: 5, roundId: "r", paused: true },
      { seq: 6, at: 6, replyTo: "a", messageName: "0".repeat(40), automatic: false },
    ]);
    expect((await findRound(database, "r"))?.paused).toBe(true);
    const [reply] = await announcedReplies(database);
    if (!reply) throw new Error("The reply was not announced.");
    await keepReply(database, reply, {
      from: { name: "Ewa", address: "e@x.example" },
      subject: "Re: x",
      text: "Thanks",
    });
    expect(await newReplies(database)).toMatchObject([{ letterId: "a", text: "Thanks" }]);
    await markRead(database, [reply.id]);
    expect(await newReplies(database)).toEqual([]);
    await database.letters.update("a", { state: "returned", reply: "550 gone" });
    expect(await lastFailure(database, "g@x.example")).toMatchObject({ id: "a", reply: "550 gone" });
    await database.letters.update("a", { state: "accepted" });
    expect(await lastFailure(database, "g@x.example")).toBeUndefined();
    const found = (words: string) => searchLetters(database, words, new AbortController().signal, () => undefined);
    expect((await found("TEXT")).map(({ id }) => id).sort()).toEqual(["a", "b"]);
    expect(await found("nowhere")).toEqual([]);
    // The newest rounds are read first, so that a search that is given up has what is likeliest wanted.
    const later = Array.from({ length: 20 }, (_, place) => `later-${place}`);
    for (const [place, id] of later.entries())
      await saveRound(database, { ...round, id, createdAt: round.createdAt + 1 + place }, [
        { ...letter(`${id}-letter`), roundId: id },
      ]);
    const givingUp = new AbortController();
    const first = await searchLetters(database, "text", givingUp.signal, (share) => {
      expect(share).toBeCloseTo(20 / 21);
      givingUp.abort();
    });
    expect(first.map(({ roundId }) => roundId).sort()).toEqual([...later].sort());
    expect(await found("text")).toHaveLength(22);
    await keepTalk(database, { id: "t", studentId: "s", at: 3, way: "call", text: "Called." });
    expect(await talksAbout(database, "s")).toHaveLength(1);
    expect((await lettersAbout(database, "t")).map(({ id }) => id).sort()).toEqual(["a", "b"]);
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
  const {
    kind: _kind,
    recipientChoices: _choices,
    perFamily: _perFamily,
    language: _language,
    variants: _variants,
    ...oldNote
  } = note;
  // Fields had no format and no capital yet.
  const oldWords = JSON.parse(JSON.stringify(oldNote).replaceAll(',"format":"","upperFirst":false', ""));
  await database.table("notes").put({ ...oldWords, selection: oldSelection });
  const [settings] = school.settings;
  if (!settings) throw new Error("The demo school has no settings.");
  const { senderName: _name, replyTo: _replyTo, signature: _signature, ...oldSettings } = settings;
  await database.table("settings").put(oldSettings);
  await database.table("rounds").put({ id: "r", createdAt: 1, noteId: "n" });
  const oldLetter = {
    ...{ id: "l", roundId: "r", state: "accepted", studentId: "s", studentName: "Ana", subject: "Tides" },
    recipient: { kind: "guardian", id: "g", name: "Ewa", address: "ewa@x.example" },
  };
  await database.table("letters").put({ ...oldLetter, html: "<p>page</p>", text: "text" });
  await database
    .table("imports")
    .put({ id: "i", fileName: "a.csv", classId: "c", summary: "s", appliedAt: 1, change: {} });
  database.close();
  database = openDatabase();
  const world = await loadWorld(database);
  expect(await findNote(database, "n")).toEqual(note);
  expect(world.settings).toEqual([settings]);
  expect(await database.rounds.get("r")).toMatchObject({ noteKind: "information" });
  expect(await database.letters.get("l")).toEqual(oldLetter);
  expect(await database.roundPeople.get("r")).toEqual({ id: "r", people: [["s", "g"]] });
  expect([await database.letterPages.get("l"), await database.letterTexts.get("l")]).toEqual([
    { id: "l", html: "<p>page</p>" },
    { id: "l", text: "text" },
  ]);
  const search = (words: string) => searchLetters(database, words, new AbortController().signal, () => undefined);
  for (const words of ["TIDES", "ana", "ewa@x.example", "text"]) expect(await search(words)).toHaveLength(1);
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
