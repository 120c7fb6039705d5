import Dexie from "dexie";

/** A database of this browser that stood in the place of the present one, kept for a while. */
export interface FormerDatabase {
  readonly name: string;
  /** Since when, ms since the epoch, and what put another in its place, in words. */
  readonly at: number;
  readonly why: string;
}

interface Place {
  readonly id: "current" | "former";
  readonly name: string;
  readonly at: number;
  readonly why: string;
}

/**
 * Which database of this browser is the one in use. Whatever replaces everything builds another one beside it and then
 * says so here: after a crash at any moment it is the old or the new one, whole.
 */
async function withPlaces<Answer>(
  base: string,
  work: (places: Dexie.Table<Place>) => Promise<Answer>,
): Promise<Answer> {
  const register = new Dexie(`${base}-which`);
  register.version(1).stores({ places: "id" });
  try {
    return await work(register.table("places"));
  } finally {
    register.close();
  }
}

/** The name of the database in use. */
export async function currentDatabaseName(base: string): Promise<string> {
  // Most browsers never replaced anything: nothing is made there by asking.
  if (!(await Dexie.exists(`${base}-which`))) return base;
  return withPlaces(base, async (places) => (await places.get("current"))?.name ?? base);
}

/** The database that stood there before, where it is kept. */
export async function formerDatabase(base: string): Promise<FormerDatabase | undefined> {
  if (!(await Dexie.exists(`${base}-which`))) return undefined;
  return withPlaces(base, async (places) => places.get("former"));
}

/** A name that no database has yet. */
export function nextDatabaseName(base: string, newId: () => string): string {
  return `${base}-${newId()}`;
}

/** Puts another database in the place of the one in use, and keeps that one, or lets it go. */
export function useDatabase(
  base: string,
  next: { readonly name: string; readonly at: number; readonly why: string },
  keepFormer: boolean,
): Promise<void> {
  return withPlaces(base, async (places) => {
    const before = (await places.get("current"))?.name ?? base;
    await places.db.transaction("rw", places, async () => {
      await places.put({ id: "current", ...next });
      if (keepFormer) await places.put({ id: "former", name: before, at: next.at, why: next.why });
      else await places.delete("former");
    });
  });
}

/** Takes away what is neither in use nor kept: what a crash left half built, or what was let go. */
export async function deleteOthers(base: string): Promise<void> {
  const kept = new Set([`${base}-which`, await currentDatabaseName(base), (await formerDatabase(base))?.name]);
  const names = (await Dexie.getDatabaseNames()).filter((name) => name === base || name.startsWith(`${base}-`));
  for (const name of names) if (!kept.has(name)) await Dexie.delete(name);
}
