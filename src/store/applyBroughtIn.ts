import { type BroughtIn, broughtInSchema } from "@/core/change/broughtIn";
import { type Change, reverseChange, sameData } from "@/core/change/change";
import { keptNos } from "@/core/change/keptNos";
import { type Recipe, recipeSchema } from "@/core/tables/recipe";
import { type Commit, commitChange, makeChange, whole } from "./commitChange";
import type { VineDatabase } from "./vineDatabase";

/** Brings tables in and remembers that and how they were read, all or nothing. `record.appliedAt` in ms since the epoch. */
export function applyBroughtIn(
  database: VineDatabase,
  record: BroughtIn,
  recipes: readonly Recipe[],
  screen: string,
): Promise<Commit> {
  const { id, appliedAt, summary, change } = broughtInSchema.parse(record);
  const about = { words: `Brought in: ${summary}.`, screen, kind: "brought in", broughtInId: id } as const;
  return commitChange(database, change, about, appliedAt, async (made) => {
    const learned = recipes.map((recipe) => recipeSchema.parse(recipe));
    const before = await database.recipes.bulkGet(learned.map(({ id: shape }) => shape));
    const turned = learned.map((after, at) => ({ id: after.id, ...(before[at] && { before: before[at] }), after }));
    await database.broughtIn.put({ ...record, change: made, recipes: turned });
    await database.recipes.bulkPut(learned);
  });
}

/**
 * Takes everything that was brought in together back, or applies it again after that. What was changed since elsewhere
 * stays; refused when something newer depends on it. `now` in ms since the epoch.
 */
export function turnBroughtIn(database: VineDatabase, id: string, now: number): Promise<Commit> {
  return whole(database, async () => {
    const record = await database.broughtIn.get(id);
    if (!record) return { ok: false, problem: "What was brought in is not there any more." };
    return { ok: true, change: await turnRecord(database, record, now), seq: undefined };
  });
}

/** The same within a transaction of the caller's; what was brought in and its line in the list of changes say so alike. */
export async function turnRecord(database: VineDatabase, record: BroughtIn, now: number): Promise<Change> {
  const isBack = record.takenBackAt === undefined;
  const change = await makeChange(database, isBack ? reverseChange(record.change) : record.change, now, keptNos);
  const takenBackAt = isBack ? now : undefined;
  for (const { id, before, after } of record.recipes ?? []) {
    // What was learned since from other tables stays.
    const isAsLeft = sameData(await database.recipes.get(id), isBack ? after : before);
    const wanted = recipeSchema.safeParse(isBack ? before : after).data;
    if (!isAsLeft) continue;
    if (wanted) await database.recipes.put(wanted);
    else await database.recipes.delete(id);
  }
  await database.broughtIn.put({ ...record, takenBackAt });
  await database.changes
    .filter(({ broughtInId }) => broughtInId === record.id)
    .modify((entry) => {
      entry.takenBackAt = takenBackAt;
    });
  return change;
}

/** What was brought in, the newest first. */
export function broughtInNewestFirst(database: VineDatabase): Promise<BroughtIn[]> {
  return database.broughtIn.orderBy("appliedAt").reverse().toArray();
}

/** How tables of known shapes are read. A recipe that can't be read any more is not there. */
export async function allRecipes(database: VineDatabase): Promise<Recipe[]> {
  return (await database.recipes.toArray()).flatMap((recipe) => recipeSchema.safeParse(recipe).data ?? []);
}
