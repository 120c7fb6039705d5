import "fake-indexeddb/auto";
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import path from "node:path";
import { BlobReader, BlobWriter, TextReader, ZipReader, ZipWriter } from "@zip.js/zip.js/index-native.js";
import { Decrypter } from "age-encryption";
import fc from "fast-check";
import { unzipSync } from "fflate";
import { expect, test } from "vitest";
import { BackupProblem, type Manifest } from "@/core/backup/manifest";
import { Random } from "@/core/random";
import { casesOf } from "@/core/testing/casesOf";
import { releaseBuffersAsBrowsersDo } from "@/core/testing/releaseBuffersAsBrowsersDo";
import { demoSchool } from "@/demo/demoSchool";
import { readBackup } from "@/workers/backup/readBackup";
import { writeBackup } from "@/workers/backup/writeBackup";
import { BACKED_UP, backupSource, snapshot } from "./backupSource";
import { fillDatabase } from "./fillDatabase";
import { replaceEverything } from "./loadWorld";
import { openDatabase } from "./openDatabase";
import { recordWriter } from "./putRecords";
import { SCHEMA_VERSIONS } from "./schemaVersions";
import { TABLES } from "./tables";
import { anythingOf } from "./testing/randomRecords";
import type { VineDatabase } from "./vineDatabase";

const QUIET = () => undefined;
const QUICK = 4;
/** What holds files, under the names of all versions. */
const FILE_TABLES = ["files", "enclosedFiles", "meta"];
let ids = 0;
releaseBuffersAsBrowsersDo();
const newId = () => `id-${++ids}`;

/** A database with a few records of every table, whatever their schemas allow. */
function anyDatabase() {
  const tables = BACKED_UP.map((name) => fc.array(anythingOf(TABLES[name].schema), { maxLength: 3 }));
  return fc.record({
    tables: fc.tuple(...tables),
    files: fc.array(fc.uint8Array({ maxLength: 300 }), { maxLength: 3 }),
  });
}

async function filled({ tables, files }: { tables: unknown[][]; files: Uint8Array[] }): Promise<VineDatabase> {
  const database = openDatabase(newId());
  for (const [place, name] of BACKED_UP.entries()) await database.table(name).bulkPut(tables[place] ?? []);
  if ((await database.settings.count()) === 0) await database.classes.clear();
  for (const bytes of files) {
    const copy = Uint8Array.from(bytes);
    const hash = Buffer.from(await crypto.subtle.digest("SHA-256", copy)).toString("hex");
    await database.enclosedFiles.put({ sha256: hash, bytes: copy.buffer });
  }
  return database;
}

async function backedUp(database: VineDatabase, passphrase?: string): Promise<[Blob, Manifest]> {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  const blob = new Response(readable as ReadableStream<Uint8Array<ArrayBuffer>>).blob();
  const asked = { passphrase, madeAt: 1_790_000_000_000, server: "{}", workFactor: QUICK };
  const { manifest } = await writeBackup(await backupSource(database, newId), writable, asked, QUIET);
  return [await blob, manifest];
}

const DATABASES = casesOf({ sample: 4, deep: 60 });

test(`whatever stands in a database is the same after backup, restore and backup (${DATABASES} databases)`, async () => {
  await fc.assert(
    fc.asyncProperty(anyDatabase(), fc.boolean(), async (content, isEncrypted) => {
      const database = await filled(content);
      const passphrase = isEncrypted ? "low tide" : undefined;
      const [blob, first] = await backedUp(database, passphrase);
      const name = newId();
      const target = fillDatabase(name);
      await readBackup(blob, passphrase, undefined, target, QUIET);
      target.close();
      const copy = openDatabase(name);
      const [, second] = await backedUp(copy);
      expect({ tables: second.tables, files: second.files }).toEqual({ tables: first.tables, files: first.files });
      await database.delete();
      await copy.delete();
    }),
    { numRuns: DATABASES },
  );
});

async function demoDatabase(): Promise<VineDatabase> {
  const database = openDatabase(newId());
  await replaceEverything(database, demoSchool("2026-11-24"));
  const bytes = new TextEncoder().encode("The tide is high at noon.".repeat(40)).buffer as ArrayBuffer;
  const sha256 = Buffer.from(await crypto.subtle.digest("SHA-256", bytes)).toString("hex");
  await database.enclosedFiles.put({ sha256, bytes });
  return database;
}

/** What is read from a file: its parts as they come out again, or what is wrong with it. */
async function readAgain(file: Blob, passphrase?: string): Promise<Manifest["tables"] | string> {
  const name = newId();
  const target = fillDatabase(name);
  try {
    await readBackup(file, passphrase, undefined, target, QUIET);
    target.close();
    const copy = openDatabase(name);
    const [, { tables }] = await backedUp(copy);
    copy.close();
    return tables;
  } catch (cause) {
    target.close();
    if (cause instanceof BackupProblem) return cause.fault;
    throw cause;
  } finally {
    await openDatabase(name).delete();
  }
}

function flip(bytes: Uint8Array, at: number, bit: number): void {
  bytes[at] = (bytes[at] ?? 0) ^ (1 << bit);
}

const DAMAGED_FILES = casesOf({ sample: 15, deep: 200 });
const SEED = Number(process.env.VINE_SEED ?? Date.now() % 1_000_000);

test(`${DAMAGED_FILES} damaged files (seed ${SEED}): each is refused with a word, or what is in it is whole all the same`, async () => {
  const random = new Random(SEED);
  const database = await demoDatabase();
  const passphrase = "low tide";
  const [[open, { tables }], [closed]] = [await backedUp(database), await backedUp(database, passphrase)];
  const said = new Map<string, number>();
  for (let run = 0; run < DAMAGED_FILES; run += 1) {
    const isClosed = run % 2 === 0;
    const whole = new Uint8Array(await (isClosed ? closed : open).arrayBuffer());
    const at = random.whole(0, whole.length - 1);
    const cut = random.chance(0.3);
    if (!cut)
      for (let flips = random.whole(1, 3); flips > 0; flips -= 1)
        flip(whole, (at + flips * 977) % whole.length, random.whole(0, 7));
    const found = await readAgain(new Blob([cut ? whole.slice(0, at) : whole]), isClosed ? passphrase : undefined);
    if (typeof found === "string") said.set(found, (said.get(found) ?? 0) + 1);
    else expect(found).toEqual(tables);
  }
  // Nothing that was encrypted comes out changed: only the open half may have hit what nobody reads.
  expect(said.get("damaged")).toBeGreaterThan(0.6 * DAMAGED_FILES);
  await database.delete();
}, 120_000);

test("a wrong passphrase, none, a newer version, no backup, a bomb, tricks in names: each is told apart, and nothing is taken", async () => {
  const database = await demoDatabase();
  const [closed] = await backedUp(database, "low tide");
  const [open, manifest] = await backedUp(database);
  expect(await readAgain(closed, "high tide")).toBe("wrong passphrase");
  expect(await readAgain(closed)).toBe("passphrase missing");
  expect(await readAgain(new Blob(["%PDF-1.7"]))).toBe("no backup");
  expect(await readAgain(new Blob([]))).toBe("no backup");
  const altered = async (change: (entries: Map<string, string>, manifest: Record<string, unknown>) => void) => {
    const entries = new Map<string, string>();
    for (const entry of await new ZipReader(new BlobReader(open)).getEntries())
      if (!entry.directory) entries.set(entry.filename, await (await entry.getData(new BlobWriter())).text());
    const said = JSON.parse(entries.get("manifest.json") ?? "{}");
    entries.delete("manifest.json");
    change(entries, said);
    const zip = new ZipWriter(new BlobWriter(), { useWebWorkers: false });
    for (const [name, text] of entries) await zip.add(name, new TextReader(text));
    await zip.add("manifest.json", new TextReader(JSON.stringify(said)));
    return readAgain(await zip.close());
  };
  expect(await altered(() => undefined)).toEqual(manifest.tables);
  expect(await altered((_entries, said) => Object.assign(said, { format: 3, tables: "otherwise" }))).toBe("newer");
  expect(await altered((_entries, said) => Object.assign(said, { dataVersion: 999 }))).toBe("newer");
  expect(await altered((entries) => entries.set("./../outside.txt", "x"))).toBe("damaged");
  expect(await altered((entries) => entries.set("tables/meta.jsonl", "{}\n"))).toBe("damaged");
  expect(await altered((entries) => entries.delete("tables/students.jsonl"))).toBe("damaged");
  expect(await altered((entries) => entries.set("tables/students.jsonl", "0".repeat(50_000_000)))).toBe("damaged");
  const withTwo = (entries: Map<string, string>, said: Record<string, unknown>) => {
    const [first = "", ...others] = entries.get("tables/students.jsonl")?.split("\n") ?? [];
    const text = [first, first, ...others].join("\n");
    entries.set("tables/students.jsonl", text);
    const sha256 = createHash("sha256").update(text).digest("hex");
    Object.assign(said.tables as object, {
      students: { records: others.length + 1, bytes: Buffer.from(text).length, sha256 },
    });
  };
  expect(await altered(withTwo)).toBe("damaged");
  const another = { records: 1, bytes: 3, sha256: "0".repeat(64) };
  const inTables = (name: string) => (_entries: unknown, said: Record<string, unknown>) =>
    Object.assign(said.tables as object, { [name]: another });
  for (const name of ["meta", "./meta", "constructor"]) expect(await altered(inTables(name))).toBe("damaged");
  await database.delete();
}, 120_000);

test("somebody else can read one: age opens it, and inside are a manifest, lines of JSON and files by their SHA-256", async () => {
  const database = await demoDatabase();
  const [closed] = await backedUp(database, "low tide");
  const decrypter = new Decrypter();
  decrypter.addPassphrase("low tide");
  const parts = unzipSync(await decrypter.decrypt(new Uint8Array(await closed.arrayBuffer())));
  const text = (name: string) => Buffer.from(parts[name] ?? []).toString();
  const manifest = JSON.parse(text("manifest.json"));
  expect(manifest).toMatchObject({ kind: "Vine Note backup", format: 2 });
  const students = text("tables/students.jsonl").trimEnd().split("\n");
  expect(students.map((line) => JSON.parse(line))).toEqual(await database.students.toArray());
  expect(manifest.tables.students.records).toBe(students.length);
  for (const [sha256, bytes] of Object.entries(manifest.files)) {
    const file = Uint8Array.from(parts[`files/${sha256}`] ?? []);
    expect(file.length).toBe(bytes);
    expect(Buffer.from(await crypto.subtle.digest("SHA-256", file)).toString("hex")).toBe(sha256);
  }
  await database.delete();
});

/** The versions whose data is kept as it was written then. */
const DUMPED = [1, 2, 3, 5, 7, 12, 14];

test.each(SCHEMA_VERSIONS.map(({ version }) => version))(
  "a backup of data of version %d is put back by today's code",
  async (version) => {
    const dumped = Math.max(...DUMPED.filter((one) => one <= version));
    const dump = JSON.parse(readFileSync(path.join(import.meta.dirname, `testing/version${dumped}.json`), "utf8"));
    const upTo = (last: number) => SCHEMA_VERSIONS.filter((one) => one.version <= last);
    const name = newId();
    let database = openDatabase(name, upTo(dumped));
    for (const [table, rows] of Object.entries(dump) as [string, Record<string, unknown>[]][])
      if (!FILE_TABLES.includes(table)) await database.table(table).bulkAdd(rows);
    database.close();
    database = openDatabase(name, upTo(version));
    await database.open();
    const tables = database.tables.map((table) => table.name).filter((one) => !FILE_TABLES.includes(one));
    const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
    const blob = new Response(readable as ReadableStream<Uint8Array<ArrayBuffer>>).blob();
    const source = {
      ...(await backupSource(openDatabase(newId()), newId)),
      dataVersion: version,
      snapshot: () => snapshot(database, tables, QUIET),
    };
    const asked = { passphrase: undefined, madeAt: 1, server: undefined };
    await writeBackup(source, writable, asked, QUIET);
    const restored = newId();
    const restoreWriter = recordWriter();
    await restoreWriter.compareWith(newId());
    const target = fillDatabase(restored, restoreWriter);
    const { manifest } = await readBackup(await blob, undefined, undefined, target, QUIET);
    // What was brought along is compared, each record once.
    const found = (await restoreWriter.differences()).find(({ what }) => what === "students");
    expect(found).toMatchObject({ inBackup: dump.students.length, onlyInBackup: dump.students.length, here: 0 });
    target.close();
    expect(manifest.dataVersion).toBe(version);
    const today = openDatabase(restored);
    expect(await today.students.count()).toBe(dump.students.length);
    expect(await today.scoreColumns.count()).toBe(dump.scoreColumns.length);
    expect(await today.rounds.count()).toBe(dump.rounds?.length ?? 0);
    today.close();
    database.close();
  },
);
