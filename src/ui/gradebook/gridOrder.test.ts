import { expect, test } from "vitest";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { worldOf } from "@/core/model/world";
import { demoSchool } from "@/demo/demoSchool";
import { gradebookView } from "@/workers/engine/gradebookView";
import { orderOf, rowsInOrder } from "./gridOrder";
import { followRows } from "./gridSelection";

const view = gradebookView(new FiguresIndex(worldOf(demoSchool("2026-11-24")), "2026-11-24"), ["class-1"], "winter");
const rows = view.rows.map((row, place) =>
  place === 3 ? { ...row, overall: { shown: undefined, text: "", note: "" } } : row,
);
const byId = new Map(rows.map((row) => [row.key, row]));
const averages = (ids: readonly string[]) => ids.map((id) => byId.get(id)?.overall.shown);

test("rows go by average either way, who has none at the end, equals by family name", () => {
  const lowest = orderOf(rows, "lowest average first");
  const known = averages(lowest).slice(0, -1).map(Number);
  expect(known).toEqual([...known].sort((a, b) => a - b));
  expect(averages(lowest).at(-1)).toBeUndefined();
  const highest = averages(orderOf(rows, "highest average first"));
  expect(highest.slice(0, -1)).toEqual([...known].reverse());
  expect(highest.at(-1)).toBeUndefined();
  const places = orderOf(rows, "most missing first").map((id) => rows.findIndex(({ key }) => key === id));
  for (const [at, place] of places.entries()) {
    const next = places[at + 1];
    if (next !== undefined && rows[next]?.missing === rows[place]?.missing) expect(next).toBeGreaterThan(place);
  }
});

test("an order stands when figures change; a new student comes last; a name is found in any order of its parts", () => {
  const ids = orderOf(rows, "lowest average first");
  const first = rows[0];
  if (!first) throw new Error("The class has no student.");
  const raised = rows.map((row) => ({ ...row, overall: { ...row.overall, shown: 100 } }));
  const added = [{ ...first, key: "new", name: "Aalto, Zoë" }, ...raised];
  expect(rowsInOrder(added, ids, "").map(({ key }) => key)).toEqual([...ids, "new"]);
  expect(rowsInOrder(added, ids, "zoe aal").map(({ key }) => key)).toEqual(["new"]);
  expect(rowsInOrder(added, ids, "nobody of this name")).toEqual([]);
});

test("a chosen cell follows its student when the rows stand otherwise; several cells are let go", () => {
  const cell = { row: 1, column: 4 };
  const one = { anchor: cell, head: cell };
  expect(followRows(one, ["a", "b", "c"], ["x", "a", "b"])).toEqual({
    anchor: { row: 2, column: 4 },
    head: { row: 2, column: 4 },
  });
  expect(followRows(one, ["a", "b", "c"], ["c", "b", "a"])).toBe(one);
  expect(followRows(one, ["a", "b", "c"], ["a", "c"])).toBeUndefined();
  const several = { anchor: { row: 0, column: 1 }, head: cell };
  expect(followRows(several, ["a", "b", "c"], ["a", "b"])).toBe(several);
  expect(followRows(several, ["a", "b", "c"], ["b", "a", "c"])).toBeUndefined();
});
