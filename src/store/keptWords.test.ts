import "fake-indexeddb/auto";
import { afterEach, beforeEach, expect, test } from "vitest";
import { adding, type Change } from "@/core/change/change";
import type { Selection } from "@/core/model/selection";
import { starterWords } from "@/core/starters/starterWords";
import { commitChange } from "./commitChange";
import { fileBytes, keepFile, missingFiles } from "./keepFile";
import { keptByName } from "./keptByName";
import { openDatabase } from "./openDatabase";
import { templatesByName } from "./templatesByName";
import type { VineDatabase } from "./vineDatabase";

let database: VineDatabase;
beforeEach(() => {
  database = openDatabase();
});
afterEach(() => database.delete());
const commit = (change: Change) => commitChange(database, change, { words: "Kept.", screen: "Notes" }, 1);

const selection: Selection = {
  classIds: "all",
  period: "winter",
  match: "all",
  conditions: [{ kind: "overall", comparison: "below", percent: 70 }],
  addedStudentIds: [],
  leftOutStudentIds: [],
};
const kept = (id: string, name: string) => ({ id, name, selection, seen: { at: 0, keys: [] } });

test("selections are kept by name, in the order of their names; one that can't be read is not there", async () => {
  await commit(adding("keptSelections", [kept("b", "below 70"), kept("a", "Above 90"), kept("c", "Émile’s group")]));
  await database.keptSelections.put({ ...kept("x", "broken"), selection: { period: 3 } as unknown as Selection });
  expect((await keptByName(database)).map(({ name }) => name)).toEqual(["Above 90", "below 70", "Émile’s group"]);
  await expect(commit(adding("keptSelections", [kept("d", "")]))).rejects.toThrow();
});

test("templates are kept with all their languages, by their names", async () => {
  const { about: _about, ...words } = starterWords("progress", "");
  const template = {
    ...words,
    id: "t",
    changedAt: 1,
    language: "en",
    variants: [{ language: "pl", subject: words.subject, body: words.body }],
  };
  await commit(adding("templates", [template, { ...template, id: "u", name: "A first one" }]));
  const [first, second] = await templatesByName(database);
  expect([first?.id, second?.id]).toEqual(["u", "t"]);
  expect(second).toEqual(template);
});

test("a file is kept once, named by what is in it; one that is not here is told", async () => {
  const bytes = new TextEncoder().encode("tides").buffer;
  const first = await keepFile(database, "tides.txt", "text/plain", bytes);
  const second = await keepFile(database, "the same.txt", "text/plain", bytes);
  expect(first).toEqual({
    sha256: "0e714fd92f7538e3531b61c0eeb7f9c70e44475be7557df873b13df3af34225f",
    name: "tides.txt",
    type: "text/plain",
    bytes: 5,
  });
  expect(second.sha256).toBe(first.sha256);
  expect(await database.enclosedFiles.count()).toBe(1);
  expect(await fileBytes(database, first.sha256)).toEqual(bytes);
  const gone = { ...first, sha256: "0".repeat(64) };
  expect(await missingFiles(database, [first, gone])).toEqual([gone]);
  await expect(keepFile(database, "a/b.txt", "text/plain", bytes)).rejects.toThrow();
});
