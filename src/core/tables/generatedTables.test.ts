import { expect, test } from "vitest";
import { casesOf } from "@/core/testing/casesOf";
import { applyChange, isEmptyChange, reverseChange } from "../change/change";
import { WORLD_SCHEMAS, WORLD_TABLES, type World } from "../model/world";
import { Random } from "../random";
import type { GeneratedTable } from "../testing/generatedTable";
import { bytesOf, generatedTables } from "../testing/generatedTables";
import { tableSchool } from "../testing/tableSchool";
import { saysSomething, writtenByPlan } from "../testing/writtenByPlan";
import { openQuestions } from "./openQuestions";
import { type BringInPlan, type PlanMemory, planBringIn } from "./planBringIn";
import { readDelimited } from "./readDelimited";
import { NO_CHOICES } from "./tableChoices";

const TODAY = "2026-11-24";

function planned(
  table: Pick<GeneratedTable, "rows" | "delimiter" | "encoding" | "fileName" | "choices">,
  world: World,
) {
  const reading = readDelimited(bytesOf(table), table.fileName);
  if (!reading.ok) return undefined;
  const tables = reading.tables.map((one, at) => ({ id: `t${at}`, table: one }));
  return planBringIn(tables, { ...NO_CHOICES, ...table.choices, idSeed: "seed" }, [], world, TODAY);
}

const SCHOOLS = [11, 12, 13].map((seed) => ({ seed, school: tableSchool(seed) }));
const TABLES = SCHOOLS.flatMap(({ seed, school }) =>
  generatedTables(school, seed, 72).map((table) => ({ table, school })),
);

test("of 216 tables of a school every value that is taken is the true one, and what is not taken is said", {
  timeout: 120_000,
}, () => {
  const wrong: string[] = [];
  const unsaid: string[] = [];
  let [taken, all] = [0, 0];
  const missed: string[] = [];
  for (const { table, school } of TABLES) {
    const plan = planned(table, school.world);
    if (!plan) throw new Error(`${table.name} could not be read`);
    const found = writtenByPlan(plan, school.world);
    for (const [key, value] of found)
      if (table.truth.get(key) !== value) wrong.push(`${table.name}: ${key} = ${value}, truly ${table.truth.get(key)}`);
    const left = [...table.truth].filter(([key, value]) => found.get(key) !== value);
    if (left.length > 0 && !saysSomething(plan)) unsaid.push(`${table.name}: ${left[0]?.[0]}`);
    if (!table.isClean) continue;
    taken += table.truth.size - left.length;
    all += table.truth.size;
    if (left.length > table.truth.size / 10) missed.push(`${table.name}: ${left.length} of ${table.truth.size}`);
  }
  expect(wrong.slice(0, 10)).toEqual([]);
  expect(unsaid).toEqual([]);
  expect(taken / all, missed.slice(0, 20).join("\n")).toBeGreaterThan(0.9);
});

const EDITS = [
  "cut",
  "rows shuffled",
  "columns shuffled",
  "row doubled",
  "cell lost",
  "cell added",
  "two tables mixed",
  "header twice",
] as const;

function mutated(table: GeneratedTable, other: GeneratedTable, random: Random): GeneratedTable["rows"] {
  const rows = table.rows.map((row) => [...row]);
  const at = random.whole(1, rows.length - 1);
  switch (random.pick(EDITS)) {
    case "cut":
      return rows.slice(0, at + 1);
    case "rows shuffled": {
      const firstBody = Math.min(3, rows.length - 1);
      return [...rows.slice(0, firstBody), ...rows.slice(firstBody).sort(() => random.next() - 0.5)];
    }
    case "columns shuffled": {
      const order = [...(rows[0] ?? []).keys()].sort(() => random.next() - 0.5);
      return rows.map((row) => order.map((column) => row[column] ?? ""));
    }
    case "row doubled":
      return [...rows.slice(0, at), [...(rows[at] ?? [])], ...rows.slice(at)];
    case "cell lost":
      rows[at]?.splice(random.whole(0, (rows[at]?.length ?? 1) - 1), 1);
      return rows;
    case "cell added":
      rows[at]?.splice(random.whole(0, (rows[at]?.length ?? 1) - 1), 0, "7");
      return rows;
    case "two tables mixed":
      return [...rows, ...other.rows];
    case "header twice":
      return [...rows.slice(0, at), [...(rows[0] ?? [])], ...rows.slice(at)];
  }
}

function isWithoutPoints(key: string): boolean {
  return /^score [^/]+\/[^/]+\/0\//.test(key);
}

const BROKEN_TABLES = casesOf({ sample: 300, deep: 1_000 });

test("broken tables never give a wrong value, never throw, hold, and go back whole", () => {
  const random = new Random(99);
  const wrong: string[] = [];
  for (let run = 0; run < BROKEN_TABLES; run += 1) {
    const { table, school } = TABLES[run % TABLES.length] as (typeof TABLES)[number];
    const { table: other } = random.pick(TABLES.filter((one) => one.school === school && !one.table.needsName));
    const rows = mutated(table, other, random);
    const plan = planned({ ...table, rows }, school.world);
    if (!plan) continue;
    for (const [key, value] of writtenByPlan(plan, school.world)) {
      const truly = table.truth.get(key) ?? other.truth.get(key);
      // Where the points were cut away the work has none, and counts in no average.
      if (truly !== value && !isWithoutPoints(key)) wrong.push(`${table.name}: ${key} = ${value}, truly ${truly}`);
    }
    for (const name of WORLD_TABLES) for (const row of plan.after[name].values()) WORLD_SCHEMAS[name].parse(row);
    const back = applyChange(applyChange(school.world, plan.change), reverseChange(plan.change));
    for (const name of WORLD_TABLES) expect(back[name]).toEqual(school.world[name]);
  }
  expect(wrong.slice(0, 10)).toEqual([]);
}, 120_000);

test("the order of rows, columns and tables changes nothing, and the same tables twice change nothing", () => {
  const random = new Random(5);
  for (const { school, seed } of SCHOOLS) {
    const tables = generatedTables(school, seed + 50, 18);
    const choices = { ...NO_CHOICES, ...tables.find((one) => one.choices)?.choices, idSeed: "seed" };
    const read = (list: readonly GeneratedTable[]) =>
      list.flatMap((table, at) => {
        const reading = readDelimited(bytesOf(table), table.fileName);
        return reading.ok ? [{ id: `t${at}`, table: reading.tables[0] as never }] : [];
      });
    const plan = planBringIn(read(tables), choices, [], school.world, TODAY);
    const turned = [...tables].reverse().map((table) => {
      const order = [...(table.rows[0] ?? []).keys()].sort(() => random.next() - 0.5);
      return { ...table, rows: table.rows.map((row) => order.map((column) => row[column] ?? "")) };
    });
    const other = planBringIn(read(turned), choices, [], school.world, TODAY);
    const inOrder = (one: BringInPlan) => [...writtenByPlan(one, school.world)].sort();
    expect(inOrder(other)).toEqual(inOrder(plan));
    expect(isEmptyChange(planBringIn(read(tables), choices, [], plan.after, TODAY).change)).toBe(true);
    // What was planned before is not planned again, and comes to the same whatever is answered in between.
    if (seed !== SCHOOLS[0]?.seed) continue;
    const memory: PlanMemory = new Map();
    const named = read(tables);
    const said = {
      ...choices,
      answers: Object.fromEntries(
        plan.tables.flatMap(({ rows }) =>
          rows.filter(({ state }) => state === "asked").map(({ key }) => [key, "nobody"]),
        ),
      ),
    };
    for (const one of [NO_CHOICES, choices, said, choices, { ...said, points: { tides: 10 } }]) {
      const [kept, rebuilt] = [memory, undefined].map((known) =>
        planBringIn(named, { ...one, idSeed: "seed" }, [], school.world, TODAY, undefined, known),
      );
      expect(kept && inOrder(kept)).toEqual(rebuilt && inOrder(rebuilt));
      expect(kept && openQuestions(kept).rows.length).toBe(rebuilt && openQuestions(rebuilt).rows.length);
    }
  }
}, 120_000);
