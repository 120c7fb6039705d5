import * as Comlink from "comlink";
import type { Day } from "@/core/model/day";
import { type World, type WorldRecords, worldOf } from "@/core/model/world";
import { learnRecipes } from "@/core/tables/learnRecipes";
import { type BringInPlan, planBringIn } from "@/core/tables/planBringIn";
import type { TableProblem } from "@/core/tables/rawTable";
import type { Recipe } from "@/core/tables/recipe";
import type { BringInChoices } from "@/core/tables/tableChoices";
import type { NamedTable } from "@/core/tables/understand";
import { holdLifeLine } from "../life/lifeLine";
import type { BringInApi } from "./bringInApi";
import { bringInView, summaryOf } from "./bringInView";
import { readFile } from "./readFile";

let world: World | undefined;
let recipes: Recipe[] = [];
let today: Day = "";
let tables: NamedTable[] = [];
let named = 0;

function gradebook(): World {
  if (!world) throw new Error("Tables were planned before the gradebook was there.");
  return world;
}

function planned(choices: BringInChoices, onTable?: (done: number) => void): BringInPlan {
  return planBringIn(tables, choices, recipes, gradebook(), today, onTable);
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
  read: async (files, onProgress) => {
    const problems: TableProblem[] = [];
    const hiddenSheets: string[] = [];
    let found = 0;
    for (const [done, file] of files.entries()) {
      onProgress({ step: "reading", done, of: files.length, name: file.name });
      const reading = await readFile(file);
      if (reading.ok) {
        hiddenSheets.push(...(reading.hiddenSheets ?? []));
        for (const table of reading.tables) {
          named += 1;
          found += 1;
          tables.push({ id: `table-${named}`, table });
        }
      } else problems.push(reading.problem);
    }
    return { tables: found, problems, hiddenSheets };
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
    };
  },
};

holdLifeLine(self.name);
Comlink.expose(bringIn);
