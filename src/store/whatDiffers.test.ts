import "fake-indexeddb/auto";
import fc from "fast-check";
import { expect, test } from "vitest";
import type { BackupDifference } from "@/core/backup/difference";
import { isFinal, type LetterState } from "@/core/delivery/letterState";
import { openDatabase } from "./openDatabase";
import { recordWriter } from "./putRecords";
import { NEWEST_VERSION } from "./schemaVersions";
import { TABLES } from "./tables";
import { anythingOf } from "./testing/randomRecords";
import type { VineDatabase } from "./vineDatabase";

const SOME = ["students", "assignments", "letters", "talks"] as const;
let ids = 0;
const newId = () => `id-${++ids}`;
type Row = Record<string, unknown> & { readonly id: string };

/** Records of a table, each of them here, in the backup, in both, or in both and not the same. */
function someRows(name: (typeof SOME)[number]) {
  const record = anythingOf(TABLES[name].schema) as fc.Arbitrary<Row>;
  const row = fc.record({ record, other: record, where: fc.constantFrom("here", "backup", "both", "changed") });
  return fc.uniqueArray(row, { maxLength: 6, selector: ({ record: { id } }) => id });
}

/** Slow and obvious: each record of one side is looked for in all of the other. */
async function slowly(backup: VineDatabase, here: VineDatabase): Promise<Partial<BackupDifference>[]> {
  const both = SOME.map(async (what) => {
    const [theirs, ours]: [Row[], Row[]] = [await backup.table(what).toArray(), await here.table(what).toArray()];
    const without = (some: Row[], others: Row[]) =>
      some.filter(({ id }) => !others.some((one) => one.id === id)).length;
    const differ = theirs.filter((one) => ours.some((other) => other.id === one.id && isOther(what, one, other)));
    const only = { onlyInBackup: without(theirs, ours), onlyHere: without(ours, theirs) };
    return { what, inBackup: theirs.length, here: ours.length, ...only, differ: differ.length };
  });
  return Promise.all(both);
}

/** Letters that met their fate are the same where that is the same. */
function isOther(what: string, one: Row, other: Row): boolean {
  const fate = ({ state }: Row) => (what === "letters" && isFinal(state as LetterState) ? state : undefined);
  const [first, second] = [fate(one), fate(other)];
  return first === undefined && second === undefined ? JSON.stringify(one) !== JSON.stringify(other) : first !== second;
}

test("what differs is told as a slow comparison of both tells it, in whatever order a backup comes (seed 20261129)", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.tuple(...SOME.map(someRows)),
      fc.boolean(),
      fc.boolean(),
      async (tables, isTurned, isBeside) => {
        const here = openDatabase(newId());
        const restoreWriter = recordWriter();
        const into = { name: newId(), dataVersion: NEWEST_VERSION };
        const backup = openDatabase(into.name);
        for (const [place, rows] of tables.entries()) {
          const ours = rows.flatMap(({ record, where }) => (where === "backup" ? [] : [record]));
          await here.table(SOME[place] ?? "").bulkPut(ours);
        }
        const compared = restoreWriter.compareWith(here.name);
        if (!isBeside) await compared;
        for (const [place, rows] of tables.entries()) {
          const theirs = rows.flatMap(({ record, other, where }) =>
            where === "here" ? [] : [where === "changed" ? { ...other, id: record.id } : record],
          );
          if (isTurned) theirs.reverse();
          expect(await restoreWriter.put(into, SOME[place] ?? "", linesOf(theirs))).toBeUndefined();
        }
        await compared;
        const told = await restoreWriter.differences();
        expect(told.filter(({ what }) => SOME.some((one) => one === what))).toEqual(
          (await slowly(backup, here)).sort((a, b) => SOME.indexOf(a.what as never) - SOME.indexOf(b.what as never)),
        );
        restoreWriter.end();
        await backup.delete();
        await here.delete();
      },
    ),
    { numRuns: 30, seed: 20261129 },
  );
});

function linesOf(records: readonly unknown[]) {
  const text = records.map((one) => `${JSON.stringify(one)}\n`).join("");
  return { text: Uint8Array.from(Buffer.from(text)), records: records.length };
}

test("a backup is no worse where what is here can't be read; who asked to compare is told", async () => {
  const name = newId();
  // Of a version that is not known yet.
  await new Promise((done) => {
    const opening = indexedDB.open(name, 10_000);
    opening.onsuccess = () => done(opening.result.close());
  });
  const restoreWriter = recordWriter();
  const compared = restoreWriter.compareWith(name);
  await expect(compared).rejects.toThrow();
  const into = { name: newId(), dataVersion: NEWEST_VERSION };
  expect(await restoreWriter.put(into, "talks", linesOf([]))).toBeUndefined();
  restoreWriter.end();
});
