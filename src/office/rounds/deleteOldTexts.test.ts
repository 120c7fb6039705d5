import "fake-indexeddb/auto";
import { readdir, readFile } from "node:fs/promises";
import path from "node:path";
import { unzipSync } from "fflate";
import { simpleParser } from "mailparser";
import { afterAll, afterEach, beforeAll, expect, test } from "vitest";
import { whoIsErased } from "@/core/backup/whoIsErased";
import { adding, updating } from "@/core/change/change";
import { worldOf } from "@/core/model/world";
import { Random } from "@/core/random";
import { startNote } from "@/core/starters/startNote";
import { demoSchool } from "@/demo/demoSchool";
import { eraseInto } from "@/store/eraseInto";
import { everyRowOf } from "@/store/everyRowOf";
import { type LetterBlock, lettersIn } from "@/store/letterBlocks";
import { replaceEverything } from "@/store/loadWorld";
import { openDatabase } from "@/store/openDatabase";
import { TABLES, type TableName } from "@/store/tables";
import { currentDatabaseName, formerDatabase } from "@/store/whichDatabase";
import { closeYear } from "../backup/closeYear";
import { takePutBack } from "../backup/putBack";
import { dataOf } from "../families/dataOf";
import { eraseSomebody } from "../families/eraseSomebody";
import type { Office } from "../office";
import { AutomaticWorld, changeSettings, commit, quizWorld, score, until } from "../testing/automaticWorld";
import { sendNote } from "./sendNote";

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
let world: AutomaticWorld;
let turn = 0;

beforeAll(async () => {
  const names = {
    Ana: { givenName: "Marisol", familyName: "Quintero", addresses: ["marisol.quintero@harbourmail.example"] },
  };
  world = await AutomaticWorld.begin(quizWorld(["Ana", "Ben", "Cy"], 2, names), "2027-05-03T08:00:00Z", "going-0");
});
afterAll(() => world.close());
afterEach(() => {
  world.browser.close();
  turn += 1;
  world.browser.moveTo(`going-${turn}`);
});

async function desk(): Promise<Office> {
  const office = await world.open();
  office.line.open();
  await until(async () => office.line.state.get().status);
  return office;
}

async function send(office: Office, at?: number): Promise<string> {
  const note = startNote("progress", { id: office.around.newId(), now: world.now(), period: "spring" });
  await commit(office, adding("notes", [note]));
  const { findings } = await office.engine.check(note, at ?? world.now());
  const choices = { seenCautions: findings.map(({ id }) => id), at, copy: true, together: false };
  const sent = await sendNote(office, note, choices, "Notes");
  if (!sent.ok) throw new Error(sent.problem);
  return sent.roundId;
}

/** Every byte that the server keeps, its mails read as well. */
async function allOnDisk(folder: string): Promise<string> {
  const names = await readdir(folder, { recursive: true, withFileTypes: true });
  const texts = await Promise.all(
    names.flatMap((one) => {
      if (!one.isFile()) return [];
      const file = path.join(one.parentPath, one.name);
      return readFile(file).then(async (bytes) => {
        const mail = file.includes("mailboxes") ? await simpleParser(bytes) : undefined;
        return [file, bytes.toString("utf8"), bytes.toString("latin1"), mail?.text, mail?.html, mail?.subject].join(
          "\n",
        );
      });
    }),
  );
  return texts.join("\n");
}

async function allInBrowser(office: Office): Promise<string> {
  const rows: string[] = [];
  await everyRowOf(office.database, (table, some) => void rows.push(...some.map((row) => textOf(table, row))));
  return rows.join("\n");
}

/** All that a record says, the words of letters unpacked. */
function textOf(table: TableName, row: Record<string, unknown>): string {
  return JSON.stringify(table === "letterBlocks" ? [row, lettersIn(row as LetterBlock)] : row);
}

test("somebody who is erased is named nowhere any more, in the browser or on the server; what rounds counted stays", async () => {
  const office = await desk();
  await changeSettings(office, { takeBackSeconds: 0 });
  await score(office, "q1", { Ana: 50, Ben: 60, Cy: 90 });
  await score(office, "q1", { Ana: 55 });
  const ana = office.world.students.get("Ana");
  if (!ana) throw new Error("Ana is not there.");
  await commit(
    office,
    updating("students", ana, { ...ana, givenName: "Anastasia", familyName: "Quintero", tags: ["choir"] }),
  );
  const talk = {
    id: "t",
    studentId: "Ana",
    at: world.now(),
    way: "call" as const,
    text: "Anastasia Quintero was ill.",
  };
  await commit(office, adding("talks", [talk]));
  const roundId = await send(office);
  await until(async () => (await office.read.lettersOfRound(roundId)).every(({ state }) => state === "accepted"));
  const waits = await send(office, world.now() + 50 * HOUR_MS);
  const daily = { time: "16:00", zone: "UTC", rule: "FREQ=DAILY", schoolDaysOnly: false };
  await world.turnOn(office, "At most 70 % on a quiz", "plan", daily, { repeat: "each time" });
  await world.untilScheduled(office);
  const counted = (await office.read.findRound(roundId))?.tally;
  const people = whoIsErased(office.world, "Ana");
  if (!people) throw new Error("Nobody is to be erased.");
  expect(people.shown).toEqual(["Anastasia Quintero", "Marisol Quintero"]);
  const words = ["Anastasia Quintero", "Marisol Quintero", "marisol.quintero@harbourmail.example", "Anastasia"];
  for (const word of words) expect(await allInBrowser(office)).toContain(word);
  expect(await allOnDisk(world.server.folder)).toContain("marisol.quintero");
  await eraseSomebody(office, people);
  const again = await desk();
  await world.untilScheduled(again);
  const [inBrowser, onDisk] = [await allInBrowser(again), await allOnDisk(world.server.folder)];
  for (const word of words) {
    expect(around(inBrowser, word)).toBe("");
    expect(around(onDisk, word)).toBe("");
  }
  const names = (await indexedDB.databases())
    .map(({ name = "" }) => name)
    .filter((name) => name.startsWith(office.around.databaseName));
  expect(names.sort()).toEqual(
    [await currentDatabaseName(office.around.databaseName), `${office.around.databaseName}-which`].sort(),
  );
  expect((await again.read.findRound(roundId))?.tally).toEqual(counted);
  expect((await again.read.lettersOfRound(waits)).every(({ state }) => state === "withdrawn")).toBe(true);
  expect([...again.world.students.keys()]).toEqual(["Ben", "Cy"]);
  // What the plan had ready goes to the others alone.
  const before = Object.values(await world.mailboxes()).flat().length;
  const [next] = await again.read.runsToCome();
  await world.pass((next?.run.at ?? 0) - world.now() + HOUR_MS);
  await until(async () => Object.values(await world.mailboxes()).flat().length === before + 1);
});

test("whoever is erased from a school, what is left of every record still holds, and is nobody else's less", async () => {
  const school = demoSchool("2026-11-24");
  const random = new Random(20261129);
  for (let run = 0; run < 5; run += 1) {
    const from = openDatabase(`erased-${run}`);
    await replaceEverything(from, school);
    const people = whoIsErased(worldOf(school), random.pick([...school.students, ...school.guardians]).id);
    if (!people) throw new Error("Nobody is to be erased.");
    const to = openDatabase(`left-${run}`);
    await eraseInto(from, to, people);
    const rows: string[] = [];
    await everyRowOf(to, (table, some) => {
      for (const row of some) {
        expect(TABLES[table].schema.safeParse(row).error).toBeUndefined();
        rows.push(textOf(table, row));
      }
    });
    for (const word of people.words) expect(around(rows.join("\n"), word)).toBe("");
    expect(await to.students.count()).toBe(school.students.length - people.studentIds.length);
    expect(await to.guardians.count()).toBe(school.guardians.length - people.guardianIds.length);
    // Scores of others stay to the last.
    const scores = (columns: readonly { scores: object }[]) =>
      columns.flatMap((column) => Object.keys(column.scores)).filter((id) => !people.ids.has(id)).length;
    expect(scores(await to.scoreColumns.toArray())).toBe(scores(school.scoreColumns));
    await from.delete();
    await to.delete();
  }
});

test("a year is closed: scores and rounds go, families and notes stay, classes go on or end; and it is taken back", async () => {
  const office = await desk();
  await changeSettings(office, { takeBackSeconds: 0 });
  await score(office, "q1", { Ana: 50 });
  await send(office);
  const notes = await office.database.notes.count();
  await closeYear(office, { class: { name: "Earth Systems 10" } });
  const next = await desk();
  expect(next.world.classes.get("class")?.name).toBe("Earth Systems 10");
  expect([next.world.students.size, next.world.assignments.size, next.world.scoreColumns.size]).toEqual([3, 0, 0]);
  expect([await next.database.rounds.count(), await next.database.notes.count()]).toEqual([0, notes]);
  const former = await formerDatabase(next.around.databaseName);
  if (former) await takePutBack(next, former);
  const again = await desk();
  expect(again.world.scoreColumns.get("q1")?.scores.Ana).toBeDefined();
  await closeYear(again, { class: "ends" });
  const ended = await desk();
  expect([ended.world.classes.size, ended.world.students.size]).toEqual([0, 3]);
});

test("what is held about one student comes as a page, as data and as messages, and nothing of others", async () => {
  const office = await desk();
  await changeSettings(office, { takeBackSeconds: 0 });
  await score(office, "q1", { Ana: 50, Ben: 60 });
  await send(office);
  const files = unzipSync(await dataOf(office, "Ana"));
  const text = (name: string) => Buffer.from(files[name] ?? []).toString();
  expect(text("read-me-first.html")).toContain("Ana Reed");
  expect(text("scores.csv")).toContain("Quiz 1");
  const data = JSON.parse(text("data.json"));
  expect(Object.keys(data)).toEqual(expect.arrayContaining(["students", "guardians", "scoreColumns", "letters"]));
  const mail = await simpleParser(text("letter-0001.eml"));
  expect(mail.text).toContain("Ana");
  expect(Object.keys(files).map(text).join("\n")).not.toContain("Ben Reed");
});

test("words of old letters are let go, and that they were sent stays", async () => {
  const office = await desk();
  await changeSettings(office, { takeBackSeconds: 0 });
  await score(office, "q1", { Ana: 50 });
  const roundId = await send(office);
  await until(async () => (await office.read.lettersOfRound(roundId)).every(({ state }) => state === "accepted"));
  await changeSettings(office, { keepTextsDays: 30 });
  await office.backups.deleteOldTexts();
  expect(await office.database.letterBlocks.count()).toBeGreaterThan(0);
  await world.pass(31 * DAY_MS);
  await office.backups.deleteOldTexts();
  expect(await office.database.letterBlocks.count()).toBe(0);
  expect((await office.read.lettersOfRound(roundId)).length).toBeGreaterThan(0);
});

/** Where a word stands in a text, with what stands around it; empty where it does not. */
function around(text: string, word: string): string {
  const at = text.toLowerCase().indexOf(word.toLowerCase());
  return at < 0 ? "" : text.slice(Math.max(0, at - 200), at + 200);
}
