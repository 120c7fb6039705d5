import {
  type EntryOf,
  type OutboxEntry,
  type OutboxKind,
  outboxEntrySchema,
  type Said,
  subjectOfEntry,
} from "@/core/delivery/outboxEntry";
import type { VineDatabase } from "./vineDatabase";

/** Notes that the server is to be told something; within the transaction that makes it so. */
export async function addToOutbox({ outbox }: Pick<VineDatabase, "outbox">, all: readonly Said[]): Promise<void> {
  if (all.length === 0) return;
  const ids = all.map((said) => `${said.kind}/${subjectOfEntry(said)}`);
  const before = await outbox.bulkGet(ids);
  await outbox.bulkPut(
    all.map((said, place) => {
      const version = (before[place]?.version ?? 0) + 1;
      return outboxEntrySchema.parse({ ...said, id: ids[place], version });
    }),
  );
}

/** The same in a transaction of its own. */
export function sayToServer(database: VineDatabase, all: readonly Said[]): Promise<void> {
  return database.transaction("rw", database.outbox, () => addToOutbox(database, all));
}

/** What waits to be told, of one kind. */
export async function waitingInOutbox<Kind extends OutboxKind>(
  { outbox }: Pick<VineDatabase, "outbox">,
  kind: Kind,
): Promise<EntryOf<Kind>[]> {
  return (await outbox.where({ kind }).toArray()) as EntryOf<Kind>[];
}

/** The server has it on its disk. What was said again meanwhile waits to be told again. */
export function toldFromOutbox(database: VineDatabase, entries: readonly OutboxEntry[]): Promise<void> {
  return database.transaction("rw", database.outbox, async () => {
    const now = await database.outbox.bulkGet(entries.map(({ id }) => id));
    const told = entries.filter(({ version }, place) => now[place]?.version === version);
    await database.outbox.bulkDelete(told.map(({ id }) => id));
  });
}
