import "fake-indexeddb/auto";
import { afterEach, beforeEach, expect, test } from "vitest";
import { starterWords } from "@/core/letter/starterWords";
import type { Selection } from "@/core/model/selection";
import { openDatabase, type VineDatabase } from "./database";
import { fileBytes, keepFile, missingFiles } from "./fileRepository";
import { keepSelections, keptByName, markSeen, removeKeptSelection } from "./keptSelectionRepository";
import { keepTemplates, removeTemplate, templatesByName } from "./templateRepository";

let database: VineDatabase;
beforeEach(() => {
  database = openDatabase();
});
afterEach(() => database.delete());

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
  await keepSelections(database, [kept("b", "below 70"), kept("a", "Above 90"), kept("c", "Émile’s group")]);
  await database.keptSelections.put({ ...kept("x", "broken"), selection: { period: 3 } as unknown as Selection });
  expect((await keptByName(database)).map(({ name }) => name)).toEqual(["Above 90", "below 70", "Émile’s group"]);
  await expect(keepSelections(database, [{ ...kept("d", "") }])).rejects.toThrow();
  await removeKeptSelection(database, "b");
  expect((await keptByName(database)).map(({ id }) => id)).toEqual(["a", "c"]);
});

test("whom a selection held is remembered when a round was sent by it, and not by other words", async () => {
  await keepSelections(database, [kept("a", "Below 70")]);
  const other = { ...selection, conditions: [{ kind: "overall", comparison: "below", percent: 60 } as const] };
  await markSeen(database, "a", { selection: other, keys: ["class/ana"] }, 5);
  expect((await keptByName(database))[0]?.seen).toEqual({ at: 0, keys: [] });
  await markSeen(database, "a", { selection, keys: ["class/ana"] }, 7);
  expect((await keptByName(database))[0]?.seen).toEqual({ at: 7, keys: ["class/ana"] });
  await markSeen(database, "gone", { selection, keys: [] }, 9);
  expect(await keptByName(database)).toHaveLength(1);
});

test("templates are kept with all their languages, by their names, and taken out", async () => {
  const { about: _about, ...words } = starterWords("progress", "");
  const template = {
    ...words,
    id: "t",
    changedAt: 1,
    language: "en",
    variants: [{ language: "pl", subject: words.subject, body: words.body }],
  };
  await keepTemplates(database, [template, { ...template, id: "u", name: "A first one" }]);
  const [first, second] = await templatesByName(database);
  expect([first?.id, second?.id]).toEqual(["u", "t"]);
  expect(second).toEqual(template);
  await removeTemplate(database, "t");
  expect((await templatesByName(database)).map(({ id }) => id)).toEqual(["u"]);
});

test("a file is kept once, named by what is in it; one that is not here is told", async () => {
  const bytes = new TextEncoder().encode("tides").buffer;
  const first = await keepFile(database, "tides.txt", "text/plain", bytes);
  const second = await keepFile(database, "the same.txt", "text/plain", bytes);
  expect(first).toEqual({
    digest: "0e714fd92f7538e3531b61c0eeb7f9c70e44475be7557df873b13df3af34225f",
    name: "tides.txt",
    type: "text/plain",
    bytes: 5,
  });
  expect(second.digest).toBe(first.digest);
  expect(await database.files.count()).toBe(1);
  expect(await fileBytes(database, first.digest)).toEqual(bytes);
  const gone = { ...first, digest: "0".repeat(64) };
  expect(await missingFiles(database, [first, gone])).toEqual([gone]);
  await expect(keepFile(database, "a/b.txt", "text/plain", bytes)).rejects.toThrow();
});
