import { everyRowOf } from "./everyRowOf";
import type { TableName } from "./tables";
import type { VineDatabase } from "./vineDatabase";

/** What becomes of a record on its way into another database; undefined leaves it out. */
export type Passing = (table: TableName, record: Record<string, unknown>) => Record<string, unknown> | undefined;

/** Copies a database into another one, record by record; tables in `without` stay empty. Files come last, and only those that a record names. */
export async function copyDatabase(
  from: VineDatabase,
  to: VineDatabase,
  pass: Passing,
  without: readonly TableName[] = [],
): Promise<void> {
  const needed = new Set<string>();
  await everyRowOf(
    from,
    async (name, rows) => {
      const passed = rows.flatMap((row) => pass(name, row) ?? []);
      needFiles(passed, needed);
      await to.table(name).bulkAdd(passed);
    },
    without,
  );
  for (const sha256 of needed) {
    const file = await from.enclosedFiles.get(sha256);
    if (file) await to.enclosedFiles.add(file);
  }
}

const SHA256 = /^[0-9a-f]{64}$/;

/** Whatever stands in a record as the name of a file keeps that file. */
export function needFiles(value: unknown, needed: Set<string>): void {
  if (typeof value === "string") {
    if (SHA256.test(value)) needed.add(value);
  } else if (Array.isArray(value)) for (const one of value) needFiles(one, needed);
  else if (typeof value === "object" && value !== null && !(value instanceof ArrayBuffer))
    for (const one of Object.values(value)) needFiles(one, needed);
}
