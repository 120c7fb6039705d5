import "fake-indexeddb/auto";
import { afterEach, describe, expect, test } from "vitest";
import { adding, type Change, reverseChange } from "@/core/change/change";
import { worldAsOf } from "@/core/change/worldAsOf";
import type { Letter, Round, WholeLetter } from "@/core/delivery/round";
import { mailboxKey } from "@/core/model/whoHadIt";
import { worldOf } from "@/core/model/world";
import { startNote } from "@/core/starters/startNote";
import { demoSchool } from "@/demo/demoSchool";
import { allRecipes, applyBroughtIn, broughtInNewestFirst, turnBroughtIn } from "./applyBroughtIn";
import { commitChange } from "./commitChange";
import { findNote, notesNewestFirst } from "./findNote";
import { announcedReplies, keepReply, markRead, newReplies, talksAbout } from "./keepReply";
import { isUntouched, loadWorld, pastScores, replaceEverything } from "./loadWorld";
import { logPlace } from "./logPlace";
import { openDatabase } from "./openDatabase";
import {
  findRound,
  lastFailure,
  lettersAbout,
  lettersOfRound,
  preparedLetters,
  talliesByRound,
  wholeLetters,
  writtenAbout,
} from "./roundRepository";
import { searchLetters } from "./searchLetters";
import { dropUnfinished, keepRound, NOTHING_STAGED, stageLetters } from "./stageLetters";
import { takeInEvents } from "./takeInEvents";
import { settleAnswer, takeInFamilyEvents, waitingAnswers } from "./takeInFamilyEvents";
import { undoRedo } from "./undoRedo";
import type { VineDatabase } from "./vineDatabase";
import { withdrawPrepared } from "./withdrawPrepared";

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
const ABOUT = { words: "Something was changed.", screen: "Families" };
const commit = (change: Change, now = 1) => commitChange(database, change, ABOUT, now);
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
    expect(await isUntouched(database)).toBe(false);
  });

  test("a change with one bad record changes nothing at all", async () => {
    await opened();
    const bad: Change = {
      ...renamed("Newname"),
      terms: { added: { x: { id: "x", name: "", from: "?", to: "?" } }, updated: {}, removed: {} },
    };
    await expect(commit(bad)).rejects.toThrow();
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
    await commit(change, 5);
    await commit(reverseChange(change), 7);
    await commit(renamed("No score at all"), 8);
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
    await applyBroughtIn(database, record, [], "Bring in");
    expect(await nameNow()).toBe("Imported");
    await turnBroughtIn(database, "one", 2);
    expect(await nameNow()).toBe(student.familyName);
    expect((await broughtInNewestFirst(database))[0]?.takenBackAt).toBe(2);
    await turnBroughtIn(database, "one", 3);
    expect((await broughtInNewestFirst(database))[0]?.takenBackAt).toBeUndefined();
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
    await commit(other);
    await turnBroughtIn(database, "one", 4);
    expect(await database.students.get(student.id)).toMatchObject({
      familyName: student.familyName,
      address: "new@x.example",
    });
    await turnBroughtIn(database, "one", 5);
    await commit(renamed("Newer", { ...student, familyName: "Imported", address: "new@x.example" }));
    expect(await turnBroughtIn(database, "one", 6)).toMatchObject({
      ok: false,
      problem: expect.stringContaining("Newer was changed since"),
    });
    expect(await nameNow()).toBe("Newer");
  });

  test("an import that brought a student in is not taken back while somebody else's scores are about that student", async () => {
    await opened();
    const added = { ...student, id: "new-student", studentNumber: "1", guardians: [] };
    const change: Change = { students: { added: { "new-student": added }, updated: {}, removed: {} } };
    await applyBroughtIn(
      database,
      {
        id: "two",
        fileNames: ["roster.csv"],
        classIds: [],
        summary: "",
        appliedAt: 1,
        change,
      },
      [],
      "Bring in",
    );
    const [column] = school.scoreColumns;
    if (!column) throw new Error("The demo school has no scores.");
    await database.scoreColumns.put({ ...column, scores: { ...column.scores, "new-student": { status: "missing" } } });
    expect(await turnBroughtIn(database, "two", 2)).toMatchObject({
      ok: false,
      problem: expect.stringContaining("still needs"),
    });
    await database.scoreColumns.put(column);
    await turnBroughtIn(database, "two", 3);
    expect(await database.students.get("new-student")).toBeUndefined();
  });

  test("recipes are kept with an import, and one that can't be read is not there", async () => {
    await opened();
    const recipe = {
      id: "id|lab",
      kind: "scores",
      figures: [] as string[],
      meanings: {},
      percents: {},
      blanks: "leave",
      marks: { abs: "excused" },
      answers: {},
      classes: {},
      usedAt: 1,
    } as const;
    await applyBroughtIn(
      database,
      { id: "three", fileNames: ["x.csv"], classIds: [], summary: "", appliedAt: 1, change: {} },
      [recipe],
      "Bring in",
    );
    await database.recipes.put({ ...recipe, id: "broken", kind: "nonsense" } as never);
    expect(await allRecipes(database)).toEqual([recipe]);
    // What was learned goes back with what was brought in, and comes again with it.
    const later = { ...recipe, usedAt: 2 };
    const again = { id: "four", fileNames: ["y.csv"], classIds: [], summary: "", appliedAt: 2, change: {} };
    await applyBroughtIn(database, again, [later, { ...later, id: "new" }], "Bring in");
    await turnBroughtIn(database, "four", 3);
    expect(await allRecipes(database)).toEqual([recipe]);
    await turnBroughtIn(database, "four", 4);
    expect(await allRecipes(database)).toEqual([later, { ...later, id: "new" }]);
  });

  test("notes are kept, and one that can't be read is not there", async () => {
    await opened();
    const note = startNote("progress", { id: "n", now: 5, period: "winter" });
    await commit(adding("notes", [note]));
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
    serverAnswer: "",
  });
  const event = (seq: number, letterId: string, state: Letter["state"]) => ({
    seq,
    at: seq,
    letterId,
    roundId: "r",
    state,
  });

  const keepWhole = async (kept: Round, letters: WholeLetter[]) =>
    keepRound(database, kept, await stageLetters(database, letters, NOTHING_STAGED), {}, "Notes", 1);

  test("letters of a round that was never finished are let go, and leave no trace", async () => {
    await opened();
    const staged = await stageLetters(database, [letter("a"), letter("b")], NOTHING_STAGED);
    expect(await lettersAbout(database, "s")).toEqual([]);
    await dropUnfinished(database);
    expect(await preparedLetters(database)).toEqual([]);
    expect(await database.letterBlocks.count()).toBe(0);
    await keepRound(database, round, await stageLetters(database, [letter("c")], NOTHING_STAGED), {}, "Notes", 1);
    await dropUnfinished(database);
    expect((await preparedLetters(database)).map(({ id }) => id)).toEqual(["c"]);
    expect(staged.count).toBe(2);
  });

  test("the record follows the journal, remembers its place, and starts again with another journal", async () => {
    await opened();
    await keepWhole(round, [letter("a"), letter("b")]);
    expect((await preparedLetters(database)).map(({ id }) => id)).toEqual(["a", "b"]);
    expect(await wholeLetters(database, [letter("b"), letter("gone")])).toEqual([letter("b")]);
    expect(Object.keys((await database.letters.get("a")) ?? {})).not.toContain("html");
    const events = [
      event(1, "a", "handed"),
      event(2, "a", "leaving"),
      event(3, "a", "accepted"),
      event(4, "somebody else's", "handed"),
    ];
    await takeInEvents(database, "journal", events, 4);
    await takeInEvents(database, "journal", events.slice(0, 2), 2);
    expect(await logPlace(database)).toEqual({ logId: "journal", seq: 4 });
    expect((await lettersOfRound(database, "r")).map(({ state }) => state)).toEqual(["accepted", "prepared"]);
    expect(await writtenAbout(database)).toEqual([
      {
        roundId: "r",
        studentId: "s",
        noteId: "n",
        at: 2,
        kind: "concern",
        recipientIds: ["g", "g"],
        madeAt: 1,
        mailboxes: { g: mailboxKey("g@x.example") },
      },
    ]);
    await database.rounds.update("r", { brothersAndSisters: { s: ["t"] } });
    expect((await writtenAbout(database)).map(({ studentId }) => studentId)).toEqual(["s", "t"]);
    await takeInEvents(
      database,
      "journal",
      [
        { seq: 5, at: 5, roundId: "r", paused: true },
        { seq: 6, at: 6, replyTo: "a", messageName: "0".repeat(40), automatic: false },
      ],
      6,
    );
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
    await database.letters.update("a", { state: "returned", serverAnswer: "550 gone" });
    expect(await lastFailure(database, "g@x.example")).toMatchObject({ id: "a", serverAnswer: "550 gone" });
    await database.letters.update("a", { state: "accepted" });
    expect(await lastFailure(database, "g@x.example")).toBeUndefined();
    const found = (words: string) => searchLetters(database, words, new AbortController().signal, () => undefined);
    expect((await found("TEXT")).map(({ id }) => id).sort()).toEqual(["a", "b"]);
    expect(await found("nowhere")).toEqual([]);
    // The newest rounds are read first, so that a search that is given up has what is likeliest wanted.
    const later = Array.from({ length: 20 }, (_, place) => `later-${place}`);
    for (const [place, id] of later.entries())
      await keepWhole({ ...round, id, createdAt: round.createdAt + 1 + place }, [
        { ...letter(`${id}-letter`), roundId: id },
      ]);
    const givingUp = new AbortController();
    const first = await searchLetters(database, "text", givingUp.signal, (share) => {
      expect(share).toBeCloseTo(20 / 21);
      givingUp.abort();
    });
    expect(first.map(({ roundId }) => roundId).sort()).toEqual([...later].sort());
    expect(await found("text")).toHaveLength(22);
    await commit(adding("talks", [{ id: "t", studentId: "s", at: 3, way: "call", text: "Called." }]));
    expect(await talksAbout(database, "s")).toHaveLength(1);
    expect((await lettersAbout(database, "t")).map(({ id }) => id).sort()).toEqual(["a", "b"]);
    await withdrawPrepared(database, "r", 9);
    expect((await talliesByRound(database)).get("r")).toEqual({ accepted: 1, withdrawn: 1 });
    await takeInEvents(database, "another", [event(1, "x", "handed")], 1);
    expect(await logPlace(database)).toEqual({ logId: "another", seq: 1 });
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
  const change = await takeInFamilyEvents(database, "j", [said, wish], 2, 9);
  expect(change.guardians?.updated[guardian.id]?.[1].confirmation).toBe("stopped");
  expect((await database.guardians.get(guardian.id))?.confirmation).toBe("stopped");
  const [waiting] = await waitingAnswers(database);
  if (!waiting) throw new Error("No answer waits.");
  const settled = await settleAnswer(database, waiting, "refused", {}, 9);
  expect(await waitingAnswers(database)).toEqual([]);
  await takeInFamilyEvents(database, "j", [said, wish], 2, 9);
  expect(await waitingAnswers(database)).toEqual([]);
  const corrected = { ...said, seq: 3, answer: { ...answer, studentName: "Ana Wójcik" } };
  await takeInFamilyEvents(database, "j", [corrected], 3, 9);
  expect((await waitingAnswers(database)).map((one) => one.answer.studentName)).toEqual(["Ana Wójcik"]);
  expect(await logPlace(database)).toEqual({ logId: "j", seq: 3 });
  // What was settled waits again when it is taken back; the wish stays.
  if (!settled.ok || settled.seq === undefined) throw new Error("The answer was not settled.");
  await database.familyAnswers.update("a", { state: "refused" });
  expect((await undoRedo(database, { seq: settled.seq }, 10)).ok).toBe(true);
  expect(await waitingAnswers(database)).toHaveLength(1);
  const wishEntry = (await database.changes.toArray()).find(({ kind }) => kind === "wish");
  expect((await undoRedo(database, { seq: wishEntry?.seq ?? 0 }, 11)).ok).toBe(false);
  expect((await database.guardians.get(guardian.id))?.confirmation).toBe("stopped");
});
