import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { WORLD_SCHEMAS, WORLD_TABLES } from "../model/world";
import { bringInWorld } from "../testing/bringInWorld";
import { learnRecipes } from "./learnRecipes";
import { planBringIn } from "./planBringIn";
import { readDelimited } from "./readDelimited";
import { recipeSchema } from "./recipe";
import { NO_CHOICES } from "./tableChoices";

/** Names that every object has by itself. */
const INBORN = Object.getOwnPropertyNames(Object.prototype);
const word = fc.constantFrom(...INBORN, ...INBORN.map((one) => one.toUpperCase()));
const cell = fc.oneof(word, fc.constantFrom("41", "Ana Wójcik", "42", "Bo Li", "12", "", "missing"));
const heading = fc.oneof(
  word,
  fc.constantFrom("ID", "Name", "Quiz (10)", "Guardian", "Relation", "Language", "Category"),
);

function planOf(text: string, name: string) {
  const reading = readDelimited(new TextEncoder().encode(text), name);
  const tables = reading.ok ? reading.tables.map((table, place) => ({ id: String(place), table })) : [];
  return { tables, plan: planBringIn(tables, NO_CHOICES, [], bringInWorld, "2026-11-24") };
}

describe("words that every object knows by itself", () => {
  test.each(INBORN)("%s is a heading, a cell, a name and a mark like any other", (name) => {
    const { plan } = planOf(`ID,Name,${name}\n41,Ana Wójcik,${name}\n42,Bo Li,7\n43,${name},8\n`, `${name}.csv`);
    expect(plan.tables).toHaveLength(1);
    expect(plan.tables[0]?.rows).toHaveLength(3);
  });

  test("bring in what they can, in any place, and what is learned of them can be kept", () => {
    fc.assert(
      fc.property(
        fc.array(heading, { minLength: 2, maxLength: 5 }),
        fc.array(fc.array(cell, { minLength: 2, maxLength: 5 }), { minLength: 1, maxLength: 6 }),
        word,
        (headings, rows, name) => {
          const text = [headings, ...rows].map((cells) => cells.join(",")).join("\n");
          const { plan } = planOf(text, `${name}.csv`);
          for (const table of WORLD_TABLES)
            for (const row of plan.after[table].values()) WORLD_SCHEMAS[table].parse(row);
          for (const recipe of learnRecipes(plan.tables, 7)) recipeSchema.parse(structuredClone(recipe));
        },
      ),
      { numRuns: 500 },
    );
  });
});
