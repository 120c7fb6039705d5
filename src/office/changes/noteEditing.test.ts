import "fake-indexeddb/auto";
import { afterEach, beforeEach, expect, test } from "vitest";
import { adding, removing } from "@/core/change/change";
import type { Note } from "@/core/model/note";
import { startNote } from "@/core/starters/startNote";
import { sampleWorld } from "@/core/testing/sampleClass";
import { openDatabase } from "@/store/openDatabase";
import type { Office } from "../office";
import { TestBrowser } from "../testing";
import { NoteEditing, type NoteEditingState } from "./noteEditing";

let browser: TestBrowser;
const editings: NoteEditing[] = [];
const note = startNote("progress", { id: "n", now: 1, period: "winter" });

beforeEach(() => {
  browser = new TestBrowser("2026-11-24", async () => new Response("{}", { status: 503 }));
});
afterEach(async () => {
  for (const one of editings.splice(0)) one.close();
  browser.close();
  await openDatabase().delete();
});

async function opened(): Promise<Office> {
  const office = await browser.open(sampleWorld());
  if (!(await office.read.findNote("n")))
    await office.commit(adding("notes", [note]), { words: "Begun.", screen: "Notes" });
  return office;
}

function edit(office: Office): NoteEditing {
  const editing = new NoteEditing(office, note);
  editings.push(editing);
  return editing;
}

/** Waits until what is on a screen is as wanted. */
function until(editing: NoteEditing, holds: (state: NoteEditingState) => boolean): Promise<void> {
  return new Promise((resolve) => {
    const look = () => {
      if (!holds(editing.state.get())) return;
      end();
      resolve();
    };
    const end = editing.state.subscribe(look);
    look();
  });
}

const words = (text: string): Note["body"] => ({
  type: "doc",
  content: [{ type: "paragraph", content: [{ type: "text", text }] }],
});

test("what is typed is kept a moment later, and what is typed while it is kept is kept too", async () => {
  const office = await opened();
  const editing = edit(office);
  editing.change({ name: "First" });
  expect(editing.state.get().keeping).toBe("keeping");
  const keeping = editing.keepNow();
  editing.change({ name: "Second thoughts", body: words("Second") });
  expect(await keeping).toBe(true);
  expect(editing.state.get().clash).toBeUndefined();
  expect(await office.read.findNote("n")).toMatchObject({ name: "Second thoughts", body: words("Second") });
});

test("of a note open in two tabs each tab's part holds in both", async () => {
  const [one, other] = [await opened(), await opened()];
  const [left, right] = [edit(one), edit(other)];
  left.change({ name: "Named here" });
  right.change({ body: words("Written there") });
  const isWhole = ({ note: now, keeping }: NoteEditingState) =>
    now.name === "Named here" && JSON.stringify(now.body).includes("Written there") && keeping === "kept";
  await Promise.all([until(left, isWhole), until(right, isWhole)]);
  expect(left.state.get().wordsFromElsewhere).toBe(1);
  expect(right.state.get().wordsFromElsewhere).toBe(0);
});

test("where both wrote the same part neither is lost: the teacher chooses", async () => {
  const [one, other] = [await opened(), await opened()];
  const [left, right] = [edit(one), edit(other)];
  left.change({ body: words("left") });
  await left.keepNow();
  right.change({ body: words("right") });
  await right.keepNow();
  await until(right, ({ clash }) => clash !== undefined);
  expect(JSON.stringify(right.state.get().note.body)).toContain("right");
  expect(JSON.stringify((await one.read.findNote("n"))?.body)).toContain("left");
  right.keepMine();
  await until(right, ({ keeping }) => keeping === "kept");
  await until(left, ({ note: now }) => JSON.stringify(now.body).includes("right"));
});

test("undo reaches an open note, and a deleted one says so", async () => {
  const office = await opened();
  const editing = edit(office);
  editing.change({ name: "Another name" });
  await editing.keepNow();
  await office.undoRedo("take back");
  await until(editing, ({ note: now }) => now.name === note.name);
  const kept = await office.read.findNote("n");
  if (kept) await office.commit(removing("notes", [kept]), { words: "Deleted.", screen: "Notes" });
  editing.change({ name: "Too late" });
  expect(await editing.keepNow()).toBe(false);
  expect(editing.state.get().keeping).toEqual({ failed: "This note was deleted in another tab." });
});

test("what can't be kept is said and tried again, and nothing of it is lost", async () => {
  const office = await opened();
  const editing = edit(office);
  let isFull = true;
  office.database.notes.hook("updating", () => {
    if (isFull) throw Object.assign(new Error("full"), { name: "QuotaExceededError" });
  });
  editing.change({ name: "On a full disk" });
  expect(await editing.keepNow()).toBe(false);
  expect(editing.state.get().keeping).toHaveProperty("failed");
  isFull = false;
  await until(editing, ({ keeping }) => keeping === "kept");
  expect((await office.read.findNote("n"))?.name).toBe("On a full disk");
});
