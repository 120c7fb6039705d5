import "fake-indexeddb/auto";
import { readFileSync } from "node:fs";
import path from "node:path";
import { afterEach, describe, expect, test } from "vitest";
import { postEventSchema } from "@/core/delivery/postEvent";
import { readKept } from "@/core/letter/readKept";
import { mailboxKey } from "@/core/model/whoHadIt";
import { worldOf } from "@/core/model/world";
import { startNote } from "@/core/starters/startNote";
import { demoSchool } from "@/demo/demoSchool";
import { allRecipes, broughtInNewestFirst, turnBroughtIn } from "./applyBroughtIn";
import { findNote, notesNewestFirst } from "./findNote";
import { keptByName } from "./keptByName";
import { lettersIn } from "./letterBlocks";
import { loadWorld, pastScores, replaceEverything } from "./loadWorld";
import { openDatabase, refuseNewerData } from "./openDatabase";
import { wholeLetters } from "./roundRepository";
import { NEWEST_VERSION, SCHEMA_VERSIONS } from "./schemaVersions";
import { searchLetters } from "./searchLetters";
import { TABLES } from "./tables";
import { templatesByName } from "./templatesByName";
import type { VineDatabase } from "./vineDatabase";

const school = demoSchool("2026-11-24");
let database: VineDatabase;
afterEach(async () => {
  await database.delete();
});

const [student] = school.students;
if (!student) throw new Error("The demo school has no students.");

test("every table of the database is in the registry, with its keys, and the other way round", async () => {
  database = openDatabase();
  await database.open();
  const plain = (name: string) => {
    const { primKey, indexes } = database.table(name).schema;
    return [primKey, ...indexes].map(({ src }) => src).join(", ");
  };
  expect(Object.fromEntries(database.tables.map(({ name }) => [name, plain(name)]))).toEqual(
    Object.fromEntries(Object.entries(TABLES).map(([name, { keys }]) => [name, keys])),
  );
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
  expect(await database.roundPeople.get("r")).toEqual({
    id: "r",
    people: [["s", "g", mailboxKey(oldLetter.recipient.address)]],
  });
  expect((await database.letterBlocks.toArray()).map(lettersIn)).toEqual([
    [{ id: "l", html: "<p>page</p>", text: "text" }],
  ]);
  const search = (words: string) => searchLetters(database, words, new AbortController().signal, () => undefined);
  for (const words of ["TIDES", "ana", "ewa@x.example", "text"]) expect(await search(words)).toHaveLength(1);
  expect(world.students).toEqual([{ ...oldStudent, tags: [] }]);
  expect(world.guardians).toEqual([{ ...oldGuardian, frequency: "each letter" }]);
  expect(world.classes).toEqual([{ ...oldClass, averageSource: "computed" }]);
  expect(await broughtInNewestFirst(database)).toEqual([
    { id: "i", fileNames: ["a.csv"], classIds: ["c"], summary: "s", appliedAt: 1, change: {} },
  ]);
});

test("data of an older version is brought along, record by record", async () => {
  database = openDatabase();
  await replaceEverything(database, school);
  database.close();
  const next = {
    version: NEWEST_VERSION + 1,
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
  database.close();
  // A version of the application that came before it touches nothing of it.
  database = openDatabase();
  await expect(refuseNewerData(database)).rejects.toThrow(/newer version.*safe/);
  expect(database.isOpen()).toBe(false);
});

/** Data as a version of the application wrote it, in a database of that version, opened by this one. */
async function bornIn(version: number): Promise<Record<string, unknown[]>> {
  const dump = JSON.parse(readFileSync(path.join(import.meta.dirname, `testing/version${version}.json`), "utf8"));
  database = openDatabase(
    "vine-note",
    SCHEMA_VERSIONS.filter((one) => one.version <= version),
  );
  for (const [table, rows] of Object.entries(dump) as [string, Record<string, unknown>[]][]) {
    const bytes = (row: Record<string, unknown>) =>
      typeof row.bytes === "string" ? { ...row, bytes: new Uint8Array(Buffer.from(row.bytes, "base64")).buffer } : row;
    await database.table(table).bulkAdd(rows.map(bytes));
  }
  database.close();
  database = openDatabase();
  await database.open();
  return dump;
}

test.each([1, 2, 3, 5, 7, 12, 14])(
  "data that version %d wrote holds in every table, and opens as it was",
  async (version) => {
    const dump = await bornIn(version);
    for (const table of database.tables) {
      const { schema } = TABLES[table.name as keyof typeof TABLES];
      for (const row of (await table.toArray()) as unknown[])
        expect(
          schema.safeParse(row).error?.issues,
          `${table.name}: ${JSON.stringify(row).slice(0, 200)}`,
        ).toBeUndefined();
    }
    const world = worldOf(await loadWorld(database));
    const [schoolClass] = world.classes.values();
    expect(schoolClass?.studentIds.every((id) => world.students.has(id))).toBe(true);
    expect(world.guardians.size).toBe(dump.guardians?.length);
    const scored = [...world.scoreColumns.values()].flatMap(({ scores }) => Object.keys(scores));
    expect(scored.length).toBeGreaterThan(0);
    for (const note of await notesNewestFirst(database)) expect(await findNote(database, note.id)).toBeDefined();
  },
);

test.each([12, 14])(
  "the words of letters of version %d are with their letters, many in one record",
  async (version) => {
    await bornIn(version);
    // Version 14 had them packed; these are the same letters.
    const dump = JSON.parse(readFileSync(path.join(import.meta.dirname, "testing/version12.json"), "utf8"));
    const rows = (table: string) => (dump[table] ?? []) as Record<string, string>[];
    const byId = (table: string) => new Map(rows(table).map((row) => [row.id, row]));
    const [texts, pages] = [byId("letterTexts"), byId("letterPages")];
    const letters = await database.letters.toArray();
    const whole = letters.map((letter) => ({ ...letter, ...texts.get(letter.id), ...pages.get(letter.id) }));
    expect(await wholeLetters(database, letters)).toEqual(whole);
    expect(whole.length).toBeGreaterThan(10);
    expect(await database.letterBlocks.count()).toBe(1);
  },
);

describe("data of version 5, when some things had other names", () => {
  test("every record of every table holds, and nothing of the old names is left", async () => {
    const dump = await bornIn(5);
    const written: Record<string, number> = {};
    for (const table of database.tables) {
      const rows: unknown[] = await table.toArray();
      if (rows.length > 0) written[table.name] = rows.length;
      const { schema } = TABLES[table.name as keyof typeof TABLES];
      for (const row of rows) {
        const read = schema.safeParse(row);
        expect(read.error?.issues, `${table.name}: ${JSON.stringify(row).slice(0, 200)}`).toBeUndefined();
      }
      expect(JSON.stringify(rows)).not.toMatch(
        /"piece|pieceScore|"pieces"|letterGrade|"digest"|"reply":|"letter grade"/,
      );
    }
    const { imports, files, letterTexts, letterPages: _pages, ...others } = dump as Record<string, unknown[]>;
    const counts = Object.fromEntries(Object.entries(others).map(([name, rows]) => [name, rows.length]));
    const moved = { broughtIn: imports?.length, enclosedFiles: files?.length, letterBlocks: letterTexts?.length };
    expect(written).toEqual({ ...counts, ...moved });
  });

  test("notes, selections, templates, letters and files say the same under the new names", async () => {
    await bornIn(5);
    const low = await findNote(database, "low");
    expect(JSON.stringify(low)).toContain(
      '{"kind":"assignment status","assignment":"Salinity lab","status":"not handed in"}',
    );
    expect(JSON.stringify(low)).toContain('"field":"assignment.score.Salinity lab"');
    const end = await findNote(database, "end");
    expect(end?.selection.conditions).toEqual([
      {
        kind: "group",
        match: "any",
        conditions: [
          { kind: "grade label", labels: ["D", "F"] },
          { kind: "assignment", assignment: "Salinity lab", comparison: "below", value: 10, unit: "points" },
        ],
      },
    ]);
    expect(JSON.stringify(end?.variants)).toContain('"assignments":["Salinity lab"]');
    expect(JSON.stringify(end?.variants)).toContain('"format":"grade label"');
    expect(JSON.stringify(await templatesByName(database))).toContain('"type":"assignmentScore"');
    expect((await keptByName(database))[0]?.selection).toEqual(low?.selection);
    const [sent] = await database.letters.toArray();
    expect(sent).toMatchObject({ serverAnswer: "550 nobody", state: "refused", enclosures: low?.enclosures });
    const [file] = low?.enclosures ?? [];
    const kept = await database.enclosedFiles.get(file?.sha256 ?? "");
    expect(new TextDecoder().decode(kept?.bytes)).toBe("tides");
    expect((await allRecipes(database))[0]).toMatchObject({ marks: { "b+": "grade label" } });
  });

  test("marks of a rubric and grade labels stay with their students, and what was brought in can be taken back", async () => {
    await bornIn(5);
    const world = worldOf(await loadWorld(database));
    const lab = [...world.assignments.values()].find(({ title }) => title === "Salinity lab");
    const scores = Object.values(world.scoreColumns.get(lab?.id ?? "")?.scores ?? {});
    const judged = scores.find(({ levels }) => levels);
    expect(judged).toMatchObject({ gradeLabel: "B+", comment: "Well measured." });
    expect(judged?.levels?.[lab?.rubric?.[0]?.id ?? ""]).toBe("sound");
    const [record] = await broughtInNewestFirst(database);
    const [assignmentId = "", [before] = []] = Object.entries(record?.change.scoreColumns?.updated ?? {})[0] ?? [];
    expect((await turnBroughtIn(database, "i", 99)).ok).toBe(true);
    expect(await database.scoreColumns.get(assignmentId)).toEqual(before);
    expect((await pastScores(database)).length).toBeGreaterThan(1);
  });

  test("a file of templates of that time is read as one of today", () => {
    const text = readFileSync(path.join(import.meta.dirname, "testing/templates-version1.json"), "utf8");
    const read = readKept(text, worldOf(school), () => "new");
    if (!read.ok) throw new Error(read.problem);
    expect(JSON.stringify(read.templates)).toContain('"type":"assignmentScore"');
    expect(JSON.stringify(read.selections)).toContain('"assignment":"Salinity lab"');
    expect(JSON.stringify(read)).not.toMatch(/"piece|pieceScore|"pieces"/);
  });

  test("a journal of that time is read under both names", () => {
    const line = { seq: 1, at: 2, letterId: "a", roundId: "r", state: "refused", reply: "550 no", digest: "x" };
    const { reply, digest, ...rest } = line;
    const ofToday = { ...rest, serverAnswer: reply, sha256: digest };
    expect(postEventSchema.parse(line)).toEqual(ofToday);
    expect(postEventSchema.parse(ofToday)).toEqual(ofToday);
  });
});

test("what seven tables had noted for the server waits in one, also from before there was one log", async () => {
  database = openDatabase(
    "vine-note",
    SCHEMA_VERSIONS.filter(({ version }) => version <= 14),
  );
  await database.table("rounds").bulkPut([{ id: "r1", takeBackAskedAt: 5 }, { id: "r2" }]);
  await database.table("laidRounds").bulkPut([
    { id: "untold", state: "outdated", hasLetters: true, change: 3, told: 2 },
    { id: "told", state: "outdated", hasLetters: true, change: 3, told: 3 },
    { id: "without", state: "outdated", hasLetters: false, change: 3, told: 0 },
    { id: "fresh", state: "fresh", hasLetters: true, change: 3, told: 0 },
  ]);
  const replacement = { id: "run", change: 1, old: [{ id: "a", by: "b" }], added: ["c"] };
  await database.table("replacements").put(replacement);
  await database.table("replies").bulkPut([{ id: "0".repeat(40), isUntold: true }, { id: "1".repeat(40) }]);
  await database.table("familyAnswers").bulkPut([
    { id: "settled", state: "taken in", isUntold: true },
    { id: "waits", state: "waiting", isUntold: true, untoldSeq: 4 },
  ]);
  await database.table("drafts").put({ id: "untold views", at: 0, value: [7] });
  await database.table("meta").put({ key: "family journal id", value: "families" });
  database.close();
  database = openDatabase();
  const entries = (await database.outbox.toArray()).map(({ id: _id, version: _version, ...said }) => said);
  expect(entries).toHaveLength(7);
  expect(entries).toEqual(
    expect.arrayContaining([
      { kind: "take back", roundId: "r1" },
      { kind: "outdated", roundId: "untold", change: 3 },
      { kind: "replacement", replacement },
      { kind: "reply", name: "0".repeat(40) },
      { kind: "settled", answerId: "settled" },
      { kind: "answer", logId: "families", seq: 4 },
      { kind: "answer", logId: "families", seq: 7 },
    ]),
  );
});
