import "fake-indexeddb/auto";
import { afterEach, beforeEach, expect, test } from "vitest";
import { adding } from "@/core/change/change";
import { startNote } from "@/core/starters/startNote";
import { demoSchool } from "@/demo/demoSchool";
import { deleteDatabase, openDatabase } from "@/store/openDatabase";
import { currentDatabaseName, formerDatabase, useDatabase } from "@/store/whichDatabase";
import { closeYear } from "./backup/closeYear";
import { readyBackup, takePutBack } from "./backup/putBack";
import type { Office } from "./office";
import { swapDatabase } from "./open/swapDatabase";
import { TestBrowser } from "./testing";

// What the disk does is never the end of anything: what was kept stays whole, and it is said what is safe.

const TODAY = "2026-11-24";
const ABOUT = { words: "Changed.", screen: "Notes" };
const school = demoSchool(TODAY);
let browser: TestBrowser;
let turn = 0;

beforeEach(() => {
  turn += 1;
  browser = new TestBrowser(TODAY, () => Promise.reject(new TypeError("Nobody is there.")), `faults-${turn}`);
});
afterEach(async () => {
  heal();
  browser.close();
});

const put = IDBObjectStore.prototype.put;
const add = IDBObjectStore.prototype.add;
/** From now on the disk is full once so many more records were written. */
function fillUp(after: number): void {
  let left = after;
  const full = (write: typeof put) =>
    function (this: IDBObjectStore, ...record: Parameters<typeof put>) {
      left -= 1;
      if (left < 0) throw new DOMException("The disk is full.", "QuotaExceededError");
      return write.apply(this, record);
    };
  IDBObjectStore.prototype.put = full(put);
  IDBObjectStore.prototype.add = full(add);
}
function heal(): void {
  IDBObjectStore.prototype.put = put;
  IDBObjectStore.prototype.add = add;
}

const noteNamed = (id: string) => startNote("progress", { id, now: 1, period: "year" });
const notesOf = async ({ database }: Office) => (await database.notes.toArray()).map(({ id }) => id).sort();

test.each([0, 1, 2])(
  "a disk that is full after %d records keeps nothing of a change, and says so; later it goes on",
  async (after) => {
    const office = await browser.open(school);
    await office.commit(adding("notes", [noteNamed("first")]), ABOUT);
    const students = office.world.students.size;
    fillUp(after);
    await office
      .commit(adding("notes", [noteNamed("a"), noteNamed("b"), noteNamed("c")]), ABOUT)
      .catch(() => undefined);
    heal();
    expect(await notesOf(office)).toEqual(["first"]);
    expect(office.state.get().trouble).toMatch(/full|room/i);
    expect(office.world.students.size).toBe(students);
    expect(await office.commit(adding("notes", [noteNamed("later")]), ABOUT)).toMatchObject({ ok: true });
    expect(await notesOf(office)).toEqual(["first", "later"]);
    expect(office.state.get().trouble).toBeUndefined();
  },
);

test("a database that was closed under the application refuses, and what was kept is there when it is opened again", async () => {
  const office = await browser.open(school);
  await office.commit(adding("notes", [noteNamed("first")]), ABOUT);
  office.database.close();
  await expect(office.commit(adding("notes", [noteNamed("second")]), ABOUT)).rejects.toThrow();
  browser.close();
  const again = await browser.open(school);
  expect(await notesOf(again)).toEqual(["first"]);
});

test("a backup that finds no room is told so, changes nothing and leaves nothing behind", async () => {
  const office = await browser.open(school);
  const made = await office.backups.byHand(undefined);
  if (!made.ok) throw new Error(made.problem);
  const before = (await indexedDB.databases()).length;
  fillUp(40);
  const read = await readyBackup(office, made.file, undefined, undefined, () => undefined);
  heal();
  expect(read).toMatchObject({ ok: false, why: expect.stringMatching(/room enough.*Nothing here was changed/s) });
  expect((await indexedDB.databases()).length).toBe(before);
  expect(office.state.get().isAway).toBe(false);
});

test.each([0, 3, 60, 300])(
  "a year that breaks off after %d records is as it was before, and can be closed then",
  async (after) => {
    const office = await browser.open(school);
    const before = office.world;
    fillUp(after);
    const [first] = office.world.classes.keys();
    await expect(closeYear(office, { [first ?? ""]: "ends" })).rejects.toThrow();
    heal();
    const again = await browser.open();
    expect(again.world).toEqual(before);
    await closeYear(again, { [first ?? ""]: "ends" });
    const next = await browser.open();
    expect([next.world.classes.size, next.world.assignments.size]).toEqual([before.classes.size - 1, 0]);
  },
);

test.each([0, 1])(
  "what was kept of before is still there where taking it back breaks off after %d records, and comes back whole then",
  async (after) => {
    const base = `faults-${turn}`;
    const office = await browser.open(school);
    const before = office.world;
    const [first] = office.world.classes.keys();
    await closeYear(office, { [first ?? ""]: "ends" });
    const next = await browser.open();
    const closed = next.world;
    const former = await formerDatabase(base);
    if (!former) throw new Error("What was there before is kept.");
    fillUp(after);
    await expect(takePutBack(next, former)).rejects.toThrow();
    heal();
    const again = await browser.open();
    expect(again.world).toEqual(closed);
    expect(await formerDatabase(base)).toEqual(former);
    await takePutBack(again, former);
    expect((await browser.open()).world).toEqual(before);
    expect(await formerDatabase(base)).toBeUndefined();
  },
);

test("another database takes the place of this one whole or not at all, wherever it breaks off", async () => {
  const base = `faults-${turn}`;
  const before = () => browser.open(school);
  const office = await before();
  await office.commit(adding("notes", [noteNamed("first")]), ABOUT);
  // It breaks off while it is filled.
  const failing = swapDatabase(office, {
    ...{ why: "", keepFormer: false },
    fill: async (_from, to) => {
      await to.notes.add(noteNamed("half"));
      throw new Error("The page was closed.");
    },
  });
  await expect(failing).rejects.toThrow("The page was closed.");
  expect(office.state.get().isAway).toBe(true);
  const again = await before();
  expect([await currentDatabaseName(base), await notesOf(again)]).toEqual([base, ["first"]]);
  browser.close();
  // A crash left one half built, and one that was to be deleted.
  for (const name of [`${base}-half`, `${base}-new`]) await openDatabase(name).open();
  await useDatabase(base, { name: `${base}-new`, at: 1, why: "" }, false);
  const moved = await browser.open();
  expect(moved.database.name).toBe(`${base}-new`);
  const names = (await indexedDB.databases()).map(({ name = "" }) => name).filter((name) => name.startsWith(base));
  expect(names.sort()).toEqual([`${base}-new`, `${base}-which`]);
  await deleteDatabase(`${base}-which`);
});
