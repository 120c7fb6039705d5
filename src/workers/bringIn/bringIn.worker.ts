import "@/core/model/zodWithoutEval";
import * as Comlink from "comlink";
import type { Day } from "@/core/model/day";
import { type World, type WorldRecords, worldOf } from "@/core/model/world";
import { knowsWord } from "@/core/tables/decodeText";
import { learnRecipes } from "@/core/tables/learnRecipes";
import { type BringInPlan, type PlanMemory, planBringIn } from "@/core/tables/planBringIn";
import type { RawTable, TableProblem } from "@/core/tables/rawTable";
import type { Recipe } from "@/core/tables/recipe";
import type { BringInChoices } from "@/core/tables/tableChoices";
import type { NamedTable } from "@/core/tables/understand";
import { holdLifeLine } from "../life/lifeLine";
import type { BringInApi } from "./bringInApi";
import { bringInView, extraColumnsIn, summaryOf } from "./bringInView";
import { readFile } from "./readFile";
import { readFiles } from "./readFiles";

let world: World | undefined;
let recipes: Recipe[] = [];
let today: Day = "";
let tables: NamedTable[] = [];
let named = 0;
/** By table: the file that it came from, to be read again where the guess was wrong. */
const files = new Map<string, File>();
/** By table: how its file was read last on somebody's word. */
const readings = new Map<string, string>();

function addTable(table: RawTable, file: File): void {
  named += 1;
  tables.push({ id: `table-${named}`, table });
  files.set(`table-${named}`, file);
}

let known: ((word: string) => boolean) | undefined;

/** Tells words with accents that the gradebook knows, so that a file is read by the encoding that makes them. */
function knowing(): (word: string) => boolean {
  known ??= knowsWord(
    [...gradebook().students.values(), ...gradebook().guardians.values()].map(
      ({ givenName, familyName }) => `${givenName} ${familyName}`,
    ),
  );
  return known;
}

function gradebook(): World {
  if (!world) throw new Error("Tables were planned before the gradebook was there.");
  return world;
}

/** So that a choice about one table plans that one again, and those after it. */
const memory: PlanMemory = new Map();

function planned(choices: BringInChoices, onTable?: (done: number) => void): BringInPlan {
  return planBringIn(tables, choices, recipes, gradebook(), today, onTable, memory);
}

const bringIn: BringInApi = {
  begin: async (port, knownRecipes, day) => {
    const records = await new Promise<WorldRecords>((resolve) => {
      port.onmessage = ({ data }) => resolve(data);
    });
    world = worldOf(records);
    recipes = knownRecipes;
    today = day;
  },
  read: async (chosen, onProgress) => {
    const problems: TableProblem[] = [];
    const hiddenSheets: string[] = [];
    let found = 0;
    const readings = await readFiles(chosen, knowing(), (done) =>
      onProgress({ step: "reading", done, of: chosen.length, name: chosen[done]?.name ?? "" }),
    );
    for (const [place, reading] of readings.entries()) {
      const file = chosen[place] as File;
      if (reading.ok) {
        hiddenSheets.push(...(reading.hiddenSheets ?? []));
        for (const table of reading.tables) {
          addTable(table, file);
          found += 1;
        }
      } else problems.push(reading.problem);
    }
    return { tables: found, problems, hiddenSheets };
  },
  readAs: async ({ tables: choices }) => {
    for (const { id } of [...tables]) {
      const file = files.get(id);
      const { encoding, delimiter, hidden } = choices[id] ?? {};
      const key = JSON.stringify([encoding, delimiter, hidden]);
      if (!file || readings.get(id) === key || (!encoding && !delimiter && !hidden)) continue;
      readings.set(id, key);
      const reading = await readFile(file, { encoding, delimiter, withHidden: hidden === "taken", knows: knowing() });
      if (!reading.ok) continue;
      for (const read of reading.tables) {
        const place = tables.findIndex((one) => files.get(one.id) === file && one.table.name === read.name);
        if (place >= 0) tables[place] = { id: tables[place]?.id ?? id, table: read };
        // A sheet that was hidden is a table of its own now.
        else addTable(read, file);
      }
    }
  },
  remove: (tableId) => {
    tables = tables.filter(({ id }) => id !== tableId);
  },
  plan: (choices, onProgress) => {
    const plan = planned(choices, (done) =>
      onProgress({ step: "joining", done, of: tables.length, name: tables[done - 1]?.table.name ?? "" }),
    );
    return bringInView(plan, gradebook());
  },
  finish: (choices, now) => {
    const plan = planned(choices);
    const classIds = plan.tables.flatMap(({ rows, joined }) => [
      ...rows.flatMap(({ classId }) => classId ?? []),
      ...(joined.classId ? [joined.classId] : []),
    ]);
    return {
      change: plan.change,
      recipes: learnRecipes(plan.tables, now),
      fileNames: [...new Set(tables.map(({ table }) => table.fileName))],
      classIds: [...new Set(classIds)],
      summary: summaryOf(plan),
      about: {
        studentIds: [...new Set(plan.tables.flatMap(({ rows }) => rows.flatMap(({ studentId }) => studentId ?? [])))],
        ownColumns: extraColumnsIn(plan),
      },
    };
  },
};

holdLifeLine(self.name);
Comlink.expose(bringIn);
