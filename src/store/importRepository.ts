import { applyChange, type Change, reverseChange } from "@/core/change/change";
import { conflictWords } from "@/core/change/conflictWords";
import { type ImportRecord, importRecordSchema } from "@/core/change/importRecord";
import { dependentsOn, rebaseChange } from "@/core/change/rebase";
import { worldOf } from "@/core/model/world";
import { type Recipe, recipeSchema } from "@/core/tables/recipe";
import type { VineDatabase } from "./database";
import { commitChange, loadWorld, rowsTouchedBy } from "./worldRepository";

/** Applies an import and remembers it and how its tables were read, all or nothing. Gives the change as it was made. */
export async function applyImport(
  database: VineDatabase,
  record: ImportRecord,
  recipes: readonly Recipe[] = [],
): Promise<Change> {
  importRecordSchema.parse(record);
  return database.transaction("rw", database.tables, async () => {
    const change = await fitted(database, record.change);
    await commitChange(database, change);
    await database.imports.put({ ...record, change });
    await database.recipes.bulkPut(recipes.map((recipe) => recipeSchema.parse(recipe)));
    return change;
  });
}

/**
 * Takes a whole import back, or applies it again after that. What was changed since elsewhere stays; refuses when
 * something newer depends on it. Gives the change as it was made.
 */
export async function turnImport(database: VineDatabase, id: string, now: number): Promise<Change> {
  return database.transaction("rw", database.tables, async () => {
    const record = await database.imports.get(id);
    if (!record) throw new Error("This import is not there any more.");
    const change = await fitted(
      database,
      record.takenBackAt === undefined ? reverseChange(record.change) : record.change,
    );
    await commitChange(database, change);
    await database.imports.put({ ...record, takenBackAt: record.takenBackAt === undefined ? now : undefined });
    return change;
  });
}

/** The imports, the newest first. */
export function importsNewestFirst(database: VineDatabase): Promise<ImportRecord[]> {
  return database.imports.orderBy("appliedAt").reverse().toArray();
}

/** How tables of known shapes are read. A recipe that can't be read any more is not there. */
export async function allRecipes(database: VineDatabase): Promise<Recipe[]> {
  return (await database.recipes.toArray()).flatMap((recipe) => recipeSchema.safeParse(recipe).data ?? []);
}

async function fitted(database: VineDatabase, wanted: Change): Promise<Change> {
  const touched = await rowsTouchedBy(database, wanted);
  const { change, conflicts } = rebaseChange(touched, wanted);
  const removesRecords = Object.values(change).some(({ removed }) => Object.keys(removed).length > 0);
  if (conflicts.length === 0 && !removesRecords) return change;
  const world = worldOf(await loadWorld(database));
  const dependents = dependentsOn(applyChange(world, change), change);
  if (conflicts.length + dependents.length > 0) throw new Error(conflictWords(conflicts, dependents, world));
  return change;
}
