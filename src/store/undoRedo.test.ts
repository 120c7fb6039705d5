import "fake-indexeddb/auto";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, test } from "vitest";
import { adding, type Change, removing, updating } from "@/core/change/change";
import type { ChangeAbout } from "@/core/change/changeEntry";
import type { Guardian } from "@/core/model/guardian";
import { WORLD_TABLES, type World, worldOf } from "@/core/model/world";
import { startNote } from "@/core/starters/startNote";
import { sampleAssignment, sampleGuardian, sampleWorld } from "@/core/testing/sampleClass";
import { commitChange } from "./commitChange";
import { findNote } from "./findNote";
import { loadWorld, replaceEverything } from "./loadWorld";
import { openDatabase } from "./openDatabase";
import { takeInFamilyEvents } from "./takeInFamilyEvents";
import { changesNewestFirst, undoRedo } from "./undoRedo";
import type { VineDatabase } from "./vineDatabase";

let database: VineDatabase;
let at = 1;
beforeEach(async () => {
  at = 1;
  database = openDatabase();
  await replaceEverything(database, sampleWorld());
});
afterEach(() => database.delete());

const now = () => {
  at += 1;
  return at;
};
const world = async (): Promise<World> => worldOf(await loadWorld(database));
const commit = (change: Change, about: Partial<ChangeAbout> = {}) =>
  commitChange(database, change, { words: "Changed.", screen: "Families", ...about }, now());
const undo = () => undoRedo(database, "take back", now());
const redo = () => undoRedo(database, "make again", now());
const student = async () => {
  const found = await database.students.get("student");
  if (!found) throw new Error("The sample student is gone.");
  return found;
};

describe("one door for changes", () => {
  test("undoing a change of tags keeps an address that was written since", async () => {
    const before = await student();
    await commit(updating("students", before, { ...before, tags: ["choir"] }));
    const tagged = await student();
    await commit(updating("students", tagged, { ...tagged, address: "ana@new.example" }));
    const [, tags] = await changesNewestFirst(database);
    expect((await undoRedo(database, { seq: tags?.seq ?? 0 }, now())).ok).toBe(true);
    expect(await student()).toEqual({ ...before, address: "ana@new.example" });
  });

  test("of two edits of one score column that were made from the same state both hold", async () => {
    const column = { assignmentId: "assignment", classId: "class", scores: {} };
    await database.scoreColumns.put(column);
    const scored = (id: string) => ({ ...column, scores: { [id]: { status: "missing" as const } } });
    await commit(updating("scoreColumns", column, scored("student")));
    await commit(updating("scoreColumns", column, scored("other")));
    expect(Object.keys((await database.scoreColumns.get("assignment"))?.scores ?? {}).sort()).toEqual([
      "other",
      "student",
    ]);
  });

  test("two changes of the very same field: the second does nothing and says what stands in the way", async () => {
    const before = await student();
    await commit(updating("students", before, { ...before, address: "first@x.example" }));
    const second = await commit(updating("students", before, { ...before, address: "second@x.example" }));
    expect(second).toEqual({ ok: false, problem: expect.stringContaining("Ana Wójcik was changed since") });
    expect((await student()).address).toBe("first@x.example");
    expect(await changesNewestFirst(database)).toHaveLength(1);
  });

  test("a change that can't be written whole is not written at all, nor listed", async () => {
    const before = await student();
    const change = {
      ...updating("students", before, { ...before, tags: ["choir"] }),
      ...adding("keptSelections", [{ id: "x", name: "" } as never]),
    };
    await expect(commit(change)).rejects.toThrow();
    expect(await student()).toEqual(before);
    expect(await changesNewestFirst(database)).toEqual([]);
  });

  test("deleting what others need does nothing; nor does bringing back what needs something gone", async () => {
    const assignment = sampleAssignment({ id: "lab" });
    await commit(adding("assignments", [assignment]));
    const [schoolClass] = (await world()).classes.values();
    if (!schoolClass) throw new Error("There is no class.");
    expect(await commit(removing("classes", [schoolClass]))).toMatchObject({
      ok: false,
      problem: expect.stringContaining("still needs"),
    });
    await commit(removing("assignments", [assignment, ...(await world()).assignments.values()].slice(0, 1)));
    for (const one of (await world()).assignments.values()) await commit(removing("assignments", [one]));
    await database.scoreColumns.clear();
    expect((await commit(removing("classes", [schoolClass]))).ok).toBe(true);
    const entries = await changesNewestFirst(database);
    const deletion = entries.find(({ change }) => change?.assignments?.removed.lab);
    expect(await undoRedo(database, { seq: deletion?.seq ?? 0 }, now())).toMatchObject({
      ok: false,
      problem: expect.stringContaining("still needs"),
    });
  });
});

describe("the list of changes", () => {
  test("undo and redo go step by step, and anything new ends what can be made again", async () => {
    const before = await student();
    const steps = ["a", "b", "c"];
    for (const tag of steps) {
      const from = await student();
      await commit(updating("students", from, { ...from, tags: [...from.tags, tag] }), { words: `Tag ${tag}.` });
    }
    expect((await undo()).entry?.words).toBe("Tag c.");
    expect((await undo()).entry?.words).toBe("Tag b.");
    expect((await student()).tags).toEqual(["a"]);
    expect((await redo()).entry?.words).toBe("Tag b.");
    expect((await student()).tags).toEqual(["a", "b"]);
    const from = await student();
    await commit(updating("students", from, { ...from, tags: ["x"] }));
    expect(await redo()).toMatchObject({ ok: false, problem: "There is nothing to make again." });
    for (let step = 0; step < 3; step += 1) await undo();
    expect(await student()).toEqual(before);
    expect(await undo()).toMatchObject({ ok: false, problem: "There is nothing to take back." });
  });

  test("it lasts over closing and opening, and a note that was deleted comes back", async () => {
    const note = startNote("progress", { id: "n", now: 5, period: "winter" });
    await commit(adding("notes", [note]));
    await commit(removing("notes", [note]), { words: "The note was deleted." });
    database.close();
    database = openDatabase();
    expect(await findNote(database, "n")).toBeUndefined();
    expect((await undo()).entry?.words).toBe("The note was deleted.");
    expect(await findNote(database, "n")).toEqual(note);
  });

  test("steps of one piece of writing are one line; other things between them part it", async () => {
    const note = startNote("progress", { id: "n", now: 5, period: "winter" });
    await commit(adding("notes", [note]));
    const write = async (name: string, joins = "name of n") => {
      const from = await findNote(database, "n");
      if (from) await commit(updating("notes", from, { ...from, name }), { words: `Named ${name}.`, joins });
    };
    for (const name of ["A", "Au", "Aut"]) await write(name);
    await write("Autumn", "something else");
    expect((await changesNewestFirst(database)).map(({ words }) => words)).toEqual([
      "Named Autumn.",
      "Named Aut.",
      "Changed.",
    ]);
    await undo();
    await undo();
    expect((await findNote(database, "n"))?.name).toBe(note.name);
    await redo();
    expect((await findNote(database, "n"))?.name).toBe("Aut");
  });

  test("no undo lifts a no, whichever change it takes back", async () => {
    const guardian = sampleGuardian({ id: "other", confirmation: "confirmed" });
    await commit(adding("guardians", [guardian]));
    await commit(updating("guardians", guardian, { ...guardian, confirmation: "asked", language: "pl" }));
    const wish = { kind: "wish", seq: 1, at: 1, guardianId: guardian.id, wish: { confirmation: "stopped" } } as const;
    await takeInFamilyEvents(database, "j", [wish], 1, now());
    const [listed] = await changesNewestFirst(database);
    expect(listed).toMatchObject({ kind: "wish", words: expect.stringContaining("A wish of") });
    const turned = await undo();
    const after = await database.guardians.get(guardian.id);
    expect(after?.confirmation).toBe("stopped");
    if (turned.ok) expect(after?.language).toBe(guardian.language);
  });

  test("a no that the teacher entered by mistake is not lifted by undo either", async () => {
    const guardian = sampleGuardian({ id: "other", confirmation: "confirmed" });
    await commit(adding("guardians", [guardian]));
    await commit(updating("guardians", guardian, { ...guardian, confirmation: "stopped", language: "pl" }));
    expect((await undo()).ok).toBe(true);
    expect(await database.guardians.get(guardian.id)).toMatchObject({ confirmation: "stopped", language: "en" });
  });

  test("of thousands of changes the last two hundred are kept", async () => {
    for (let step = 0; step < 230; step += 1) {
      const from = await student();
      await commit(updating("students", from, { ...from, address: `a${step}@x.example` }));
    }
    const entries = await changesNewestFirst(database);
    expect(entries).toHaveLength(200);
    expect(entries[0]?.change?.students?.updated.student).toEqual([
      { address: "a228@x.example" },
      { address: "a229@x.example" },
    ]);
  });

  test("any changes, all taken back one by one, leave the world as it was", async () => {
    const ids = ["g1", "g2", "g3"];
    const step = fc.record({
      id: fc.constantFrom(...ids),
      what: fc.constantFrom("add", "remove", "language", "address"),
      value: fc.constantFrom("en", "pl", "vi"),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 12 }), async (steps) => {
        await database.changes.clear();
        const before = await world();
        for (const { id, what, value } of steps) {
          const guardian: Guardian | undefined = await database.guardians.get(id);
          if (what === "add" && !guardian) await commit(adding("guardians", [sampleGuardian({ id, language: value })]));
          if (!guardian) continue;
          if (what === "remove") await commit(removing("guardians", [guardian]));
          if (what === "language") await commit(updating("guardians", guardian, { ...guardian, language: value }));
          if (what === "address") await commit(updating("guardians", guardian, { ...guardian, addresses: [value] }));
        }
        while ((await undo()).ok);
        const after = await world();
        for (const table of WORLD_TABLES) expect(after[table]).toEqual(before[table]);
      }),
      { numRuns: 25, seed: 11 },
    );
  });
});
