import "fake-indexeddb/auto";
import { mkdtemp } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, afterEach, beforeAll, expect, test } from "vitest";
import { adding } from "@/core/change/change";
import { emptyWorldRecords } from "@/core/model/world";
import { startNote } from "@/core/starters/startNote";
import { reopenRuntime } from "@/post/serverRuntime";
import { restoredFrom } from "@/store/restored";
import { currentDatabaseName, formerDatabase } from "@/store/whichDatabase";
import { takePlansOver } from "../automatic/settleRestored";
import type { Office } from "../office";
import { sendNote } from "../rounds/sendNote";
import { AutomaticWorld, changeSettings, commit, quizWorld, score, until } from "../testing/automaticWorld";
import { putBack, type ReadyBackup, readyBackup, takePutBack } from "./putBack";

const HOUR_MS = 3_600_000;
const PASSPHRASE = "low tide at noon";
const DAILY = { time: "16:00", zone: "UTC", rule: "FREQ=DAILY", schoolDaysOnly: false };
let world: AutomaticWorld;
let turn = 0;

beforeAll(async () => {
  world = await AutomaticWorld.begin(quizWorld(["Ana", "Ben", "Cy"], 3), "2027-05-03T08:00:00Z", "safe-0");
});
afterAll(() => world.close());
afterEach(async () => {
  world.browser.close();
  // Each test has a browser of its own.
  turn += 1;
  world.browser.moveTo(`safe-${turn}`);
});

async function desk(): Promise<Office> {
  const office = await world.open();
  office.line.open();
  await until(async () => office.line.state.get().status);
  return office;
}

async function backup(office: Office): Promise<Blob> {
  const made = await office.backups.byHand(PASSPHRASE);
  if (!made.ok) throw new Error(made.problem);
  return made.file;
}

async function ready(office: Office, file: Blob): Promise<ReadyBackup> {
  const read = await readyBackup(office, file, PASSPHRASE, undefined, () => undefined);
  if (!read.ok) throw new Error(read.why);
  return read.backup;
}

/** All that a database holds, but for what is of this browser alone. */
async function content({ database }: Office): Promise<Record<string, unknown[]>> {
  const names = [
    "students",
    "guardians",
    "scoreColumns",
    "notes",
    "plans",
    "rounds",
    "letters",
    "letterBlocks",
  ] as const;
  const tables = await Promise.all(names.map(async (name) => [name, await database.table(name).toArray()] as const));
  return Object.fromEntries(tables);
}

async function sendAll(office: Office, at?: number): Promise<string> {
  const note = startNote("progress", { id: office.around.newId(), now: world.now(), period: "spring" });
  await commit(office, adding("notes", [note]));
  const { findings } = await office.engine.check(note, at ?? world.now());
  const sent = await sendNote(
    office,
    note,
    { seenCautions: findings.map(({ id }) => id), at, copy: false, together: false },
    "Notes",
  );
  if (!sent.ok) throw new Error(sent.problem);
  return sent.roundId;
}

/** After a move: what left since is known, and the runs of the coming days are scheduled, each with its letters. */
async function scheduledAgain(office: Office): Promise<void> {
  await until(async () => (await restoredFrom(office.database)) === undefined);
  await until(async () => {
    await world.untilScheduled(office);
    const scheduled = await office.database.laidRounds
      .filter(({ state, hasLetters }) => state === "fresh" && hasLetters)
      .count();
    return scheduled === 5 && (await office.read.runsToCome()).length === 5;
  });
}

async function come(): Promise<number> {
  return Object.values(await world.mailboxes()).flat().length;
}

test("what was emptied comes back whole, and can be taken back; other tabs let go meanwhile", async () => {
  const office = await desk();
  await changeSettings(office, { takeBackSeconds: 0 });
  await score(office, "q1", { Ana: 50, Ben: 60, Cy: 90 });
  const roundId = await sendAll(office);
  await until(async () => (await office.read.lettersOfRound(roundId)).every(({ state }) => state === "accepted"));
  const before = await content(office);
  const file = await backup(office);
  await office.replaceEverything(emptyWorldRecords(), []);
  expect(office.world.students.size).toBe(0);
  const other = await world.open();
  const prepared = await ready(office, file);
  expect(prepared.isElsewhere).toBe(false);
  expect(prepared.difference.find(({ what }) => what === "students")).toMatchObject({ inBackup: 3, here: 0 });
  await putBack(office, prepared);
  expect([office.state.get().isAway, other.state.get().isAway]).toEqual([true, true]);
  expect(world.browser.reloads).toBeGreaterThan(0);
  const again = await desk();
  expect(await content(again)).toEqual(before);
  const former = await formerDatabase(again.around.databaseName);
  expect(former?.why).toMatch(/^The backup of .* was put back$/);
  if (former) await takePutBack(again, former);
  const empty = await desk();
  expect(empty.world.students.size).toBe(0);
  expect(await formerDatabase(empty.around.databaseName)).toBeUndefined();
});

test("a wrong passphrase or a file that is none changes nothing, and leaves nothing behind", async () => {
  const office = await desk();
  const file = await backup(office);
  const read = (blob: Blob, passphrase?: string) => readyBackup(office, blob, passphrase, undefined, () => undefined);
  expect(await read(file, "high tide")).toMatchObject({ ok: false, why: expect.stringContaining("passphrase") });
  expect(await read(file.slice(0, file.size - 50), PASSPHRASE)).toMatchObject({ ok: false });
  expect(await read(new Blob(["a,b\n1,2"]))).toMatchObject({ ok: false, why: expect.stringContaining("no backup") });
  const names = (await indexedDB.databases()).map(({ name = "" }) => name);
  expect(names.filter((name) => name.startsWith(office.around.databaseName))).toEqual([office.around.databaseName]);
});

test("a run that left after the backup never leaves again when it is put back, and its readers are known", async () => {
  const office = await desk();
  await score(office, "q1", { Ana: 50, Ben: 60, Cy: 90 });
  await world.turnOn(office, "At most 70 % on a quiz", "once", DAILY, { repeat: "once" });
  await world.untilScheduled(office);
  const file = await backup(office);
  const before = await come();
  await world.pass(10 * HOUR_MS);
  await until(async () => (await come()) === before + 2);
  const prepared = await ready(office, file);
  await putBack(office, prepared);
  const again = await desk();
  await until(async () => (await restoredFrom(again.database)) === undefined);
  await world.untilScheduled(again);
  const runs = await again.read.runsOf("once");
  expect(runs.filter(({ state }) => state === "left")).toHaveLength(1);
  await world.pass(50 * HOUR_MS);
  // Once is once, also for letters whose words are not kept any more.
  expect(await come()).toBe(before + 2);
  await score(again, "q2", { Cy: 10 });
  await world.untilScheduled(again);
  await world.pass(24 * HOUR_MS);
  await until(async () => (await come()) === before + 3);
});

test("a restore that is taken back leaves no run out and sends none twice", async () => {
  const office = await desk();
  await score(office, "q1", { Ana: 50, Ben: 60, Cy: 90 });
  await world.turnOn(office, "At most 70 % on a quiz", "daily", DAILY, { repeat: "each time" });
  await world.untilScheduled(office);
  const file = await backup(office);
  const before = await come();
  await putBack(office, await ready(office, file));
  const restored = await desk();
  await scheduledAgain(restored);
  const next = async (on: Office) => ((await on.read.runsToCome())[0]?.run.at ?? 0) - world.now() + HOUR_MS;
  await world.pass(await next(restored));
  await until(async () => (await come()) === before + 2);
  const former = await restored.read.formerDatabase();
  if (former) await takePutBack(restored, former);
  const again = await desk();
  await scheduledAgain(again);
  const runs = await again.read.runsOf("daily");
  expect(runs.map(({ state }) => state).sort()).toEqual(["laid", "laid", "laid", "laid", "laid", "left"]);
  await world.pass(await next(again));
  await until(async () => (await come()) === before + 4);
});

test("a no that was said after the backup holds when it is put back", async () => {
  const office = await desk();
  const file = await backup(office);
  const ben = office.world.guardians.get("gBen");
  if (!ben) throw new Error("Ben has a guardian.");
  await commit(office, {
    guardians: { added: {}, updated: { gBen: [ben, { ...ben, confirmation: "declined" }] }, removed: {} },
  });
  await putBack(office, await ready(office, file));
  const again = await desk();
  await until(async () => again.world.guardians.get("gBen")?.confirmation === "stopped");
});

test("what waited when a backup in the open was made is never sent from another computer", async () => {
  const office = await desk();
  await score(office, "q1", { Ana: 50, Ben: 60, Cy: 90 });
  const roundId = await sendAll(office, world.now() + 5 * HOUR_MS);
  const made = await office.backups.byHand(undefined);
  if (!made.ok) throw new Error(made.problem);
  // It waits in the browser alone, as where the page was closed in the moment of sending.
  const letters = await office.database.letters.where({ roundId }).toArray();
  await office.database.letters.bulkPut(letters.map((letter) => ({ ...letter, state: "prepared" as const })));
  const again = await office.backups.byHand(undefined);
  if (!again.ok) throw new Error(again.problem);
  world.browser.close();
  const before = process.env.VINE_DATA ?? "";
  for (const file of [made.file, again.file]) {
    process.env.VINE_DATA = await mkdtemp(path.join(tmpdir(), "vine-note-moved-"));
    await (await reopenRuntime()).stepClock(world.now() - Date.now());
    world.browser.moveTo(`without-${turn}-${file === again.file}`);
    const there = await desk();
    const read = await readyBackup(there, file, undefined, undefined, () => undefined);
    if (!read.ok) throw new Error(read.why);
    await putBack(there, read.backup);
    const moved = await desk();
    await moved.plans.atRest();
    await world.pass(10 * HOUR_MS);
    expect((await moved.read.lettersOfRound(roundId)).map(({ state }) => state)).toEqual(
      letters.map(() => "uncertain"),
    );
    expect(await come()).toBe(0);
    world.browser.close();
  }
  process.env.VINE_DATA = before;
  await (await reopenRuntime()).stepClock(0);
});

test("on another computer old links hold, no no is lost, letters are known, and plans wait for a word", async () => {
  const office = await desk();
  await score(office, "q1", { Ana: 50, Ben: 60, Cy: 90 });
  await world.turnOn(office, "At most 70 % on a quiz", "plan", DAILY, { repeat: "each time" });
  await world.untilScheduled(office);
  const old = await (await import("@/post/serverRuntime")).serverRuntime();
  await old.families.sayOfAddresses({ addresses: ["cy@harbourmail.example"], wanted: false });
  const link = old.families.token("gAna");
  const file = await backup(office);
  const known = (await office.database.letters.toArray()).map(({ id }) => id);
  expect(known.length).toBeGreaterThan(0);
  world.browser.close();
  process.env.VINE_DATA = await mkdtemp(path.join(tmpdir(), "vine-note-moved-"));
  const moved = await reopenRuntime();
  await moved.stepClock(world.now() - Date.now());
  world.browser.moveTo("another-computer");
  const there = await desk();
  const prepared = await ready(there, file);
  expect(prepared.isElsewhere).toBe(true);
  await putBack(there, prepared);
  const again = await desk();
  expect(await moved.families.page(link)).toBeDefined();
  expect(await moved.families.closedOf(["cy@harbourmail.example"])).toHaveLength(1);
  for (const id of known) expect(await moved.postRoom.knows(id)).toBe(true);
  const before = await come();
  await world.pass(30 * HOUR_MS);
  await again.plans.atRest();
  expect(await come()).toBe(before);
  expect(await again.read.plansWaitForWord()).toBe(true);
  await takePlansOver(again);
  await scheduledAgain(again);
  // What came due in between asks; what comes next leaves by itself.
  expect((await again.read.runsThatAsk()).length).toBeGreaterThan(0);
  const [next] = await again.read.runsToCome();
  await world.pass((next?.run.at ?? 0) - world.now() + HOUR_MS);
  await until(async () => (await world.mailboxes()).ana?.length === 1);
  expect(await currentDatabaseName("another-computer")).not.toBe("another-computer");
});
