import "fake-indexeddb/auto";
import { expect, test } from "vitest";
import { openDatabase } from "@/store/openDatabase";
import { FakeFolder } from "../../testing/fakeFolder";
import type { BackupApi, BackupAsked } from "./backupApi";
import { createBackup } from "./createBackup";

const FILES = 3;
const PASSPHRASE = "low tide at noon";
const QUICK = 4;
const QUIET = () => undefined;
let ids = 0;
const newId = () => `id-${++ids}`;

/** A database with a few files, and what backs it up. */
async function begin(): Promise<{ api: BackupApi; name: string; hashes: string[] }> {
  const database = openDatabase(newId());
  const hashes: string[] = [];
  for (let place = 0; place < FILES; place += 1) {
    const bytes = Uint8Array.of(place, place, place);
    const sha256 = Buffer.from(await crypto.subtle.digest("SHA-256", bytes)).toString("hex");
    hashes.push(sha256);
    await database.enclosedFiles.put({ sha256, bytes: bytes.buffer });
  }
  database.close();
  return { api: createBackup({ newId, workFactor: QUICK }), name: database.name, hashes };
}

function into(folder: FakeFolder, name: string, identity?: string): BackupAsked {
  const place = { folder: folder.handle, name, ...(identity && { identity }) };
  return { passphrase: PASSPHRASE, madeAt: 1_790_000_000_000, server: "{}", into: place };
}

/** The files that a backup of a folder brings back. */
async function readBack(api: BackupApi, folder: FakeFolder, name: string): Promise<string[]> {
  const file = await (await folder.getFileHandle(name)).getFile();
  const copy = newId();
  const read = await api.read(file, PASSPHRASE, folder.handle, { into: copy, here: newId() }, QUIET);
  expect(read).toMatchObject({ ok: true });
  const database = openDatabase(copy);
  const keys = (await database.enclosedFiles.toCollection().primaryKeys()) as string[];
  await database.delete();
  return keys.sort();
}

test("a backup that was broken off at any file hurts none after it, though its key is lost", async () => {
  const { api, name, hashes } = await begin();
  for (let whole = 0; whole <= FILES; whole += 1) {
    const folder = new FakeFolder();
    folder.breakOffAfter(whole);
    await expect(api.write(name, into(folder, "vine-note-2026-11-28.zip.age"), QUIET)).rejects.toThrow();
    folder.breakOffAfter(Number.POSITIVE_INFINITY);
    await api.write(name, into(folder, "vine-note-2026-11-29.zip.age"), QUIET);
    expect(await readBack(api, folder, "vine-note-2026-11-29.zip.age")).toEqual([...hashes].sort());
    // What was broken off does not count among the backups.
    expect([...folder.files.keys()]).toEqual(["vine-note-2026-11-29.zip.age"]);
  }
});

test("a folder that was chosen again keeps the backups of before whole; files go there once for each key", async () => {
  const { api, name, hashes } = await begin();
  const folder = new FakeFolder();
  const first = await api.write(name, into(folder, "vine-note-2026-11-27.zip.age"), QUIET);
  await api.write(name, into(folder, "vine-note-2026-11-28.zip.age", first.identity), QUIET);
  expect(folder.folders.get("files")?.files.size).toBe(FILES);
  await api.write(name, into(folder, "vine-note-2026-11-29.zip.age"), QUIET);
  for (const day of [27, 28, 29])
    expect(await readBack(api, folder, `vine-note-2026-11-${day}.zip.age`)).toEqual([...hashes].sort());
});

test("backups whose files are named as in the first format are read", async () => {
  const { api, name, hashes } = await begin();
  const folder = new FakeFolder();
  await api.write(name, into(folder, "vine-note-2026-11-29.zip.age"), QUIET);
  const files = folder.folders.get("files")?.files ?? new Map<string, Uint8Array<ArrayBuffer>>();
  for (const [key, bytes] of [...files]) {
    files.delete(key);
    files.set(`${key.split("-")[0]}.age`, bytes);
  }
  expect(await readBack(api, folder, "vine-note-2026-11-29.zip.age")).toEqual([...hashes].sort());
});

test("the last ten backups are kept; without their files a backup is refused, and nothing is left of it", async () => {
  const { api, name } = await begin();
  const folder = new FakeFolder();
  let identity: string | undefined;
  for (let day = 10; day < 22; day += 1)
    ({ identity } = await api.write(name, into(folder, `vine-note-2026-11-${day}.zip.age`, identity), QUIET));
  expect(folder.files.size).toBe(10);
  expect(folder.files.has("vine-note-2026-11-11.zip.age")).toBe(false);
  folder.folders.clear();
  const file = await (await folder.getFileHandle("vine-note-2026-11-21.zip.age")).getFile();
  const read = await api.read(file, PASSPHRASE, folder.handle, { into: "never", here: newId() }, QUIET);
  expect(read).toMatchObject({ ok: false, fault: "files missing" });
  expect((await indexedDB.databases()).map((one) => one.name)).not.toContain("never");
});
