import { type Entry, type FileEntry, ZipReader } from "@zip.js/zip.js/index-native.js";
import { Decrypter, identityToRecipient } from "age-encryption";
import type {
  BackupTarget,
  FileBytes,
  FilesBeside,
  OnProgress,
  OpenedBackup,
  RecordLines,
} from "@/core/backup/backupParts";
import {
  asBackupProblem,
  BACKUP_FORMAT,
  BackupProblem,
  besideName,
  besideNameOfBefore,
  filePart,
  LONGEST_MANIFEST_BYTES,
  MANIFEST_NAME,
  type Manifest,
  manifestSchema,
  type Part,
  SERVER_NAME,
  tablePart,
} from "@/core/backup/manifest";
import { releaseBuffer } from "@/core/backup/releaseBuffer";
import { sha256Of } from "@/core/sha256Of";
import { WorkerEnded } from "@/workers/life/mortal";
import { ageBytes } from "./ageBytes";
import { Batches } from "./batches";
import type { BytesAnywhere } from "./bytesAnywhere";
import { ByteWindows } from "./byteWindows";
import { configureZip } from "./configureZip";
import { countParts } from "./countParts";
import { Hashing } from "./hashing";
import { LineCutter } from "./lineCutter";
import { someAtOnce } from "./someAtOnce";

configureZip();

const AGE_HEAD = "age-encryption.org/v1";
const ZIP_HEAD = "PK";
/** A transaction of the browser has a price of its own, and what it holds lies in the memory. */
const BYTES_AT_ONCE = 2_000_000;

/**
 * Reads a backup into a target, and gives what it says of itself. Every part is held against its SHA-256, its length and its
 * number of records; nothing is taken that the manifest does not name.
 * Errors: `BackupProblem`, or `WorkerEnded`; the target may hold a part of it then, and is to be thrown away.
 */
export async function readBackup(
  file: Blob,
  passphrase: string | undefined,
  beside: FilesBeside | undefined,
  target: BackupTarget,
  onProgress: OnProgress,
): Promise<OpenedBackup> {
  try {
    const parts = await partsOf(await opened(file, passphrase));
    const manifest = await manifestOf(parts);
    if (manifest.format > BACKUP_FORMAT || manifest.dataVersion > target.dataVersion) throw new BackupProblem("newer");
    if (manifest.filesBeside !== undefined && !beside) throw new BackupProblem("files missing");
    refuseOthers(parts, manifest);
    const known = await target.begin(manifest.dataVersion);
    const files = Object.entries(manifest.files);
    const tables = Object.entries(manifest.tables);
    const step = countParts("checking", tables.length + files.length, onProgress);
    const readTables = async () => {
      for (const [table, part] of tables) {
        if (!known.has(table)) throw new BackupProblem("damaged");
        await readTable(partNamed(parts, tablePart(table)), part, (lines) => target.put(table, lines));
        step();
      }
    };
    const identity = manifest.filesBeside;
    const key = identity === undefined ? undefined : { identity, recipient: await identityToRecipient(identity) };
    const readFiles = async () => {
      const laid = new Batches<FileBytes>(BYTES_AT_ONCE, async (some) => {
        await target.putFiles(some);
        for (const { bytes } of some) releaseBuffer(bytes);
      });
      const read = someAtOnce(files, async ([sha256, length]) => {
        const bytes =
          key === undefined
            ? await someBytes(partNamed(parts, filePart(sha256)), length)
            : await unsealed(beside, sha256, key);
        if (bytes.length !== length || (await sha256Of(bytes)) !== sha256) throw new BackupProblem("damaged");
        return { sha256, bytes: bytes.buffer };
      });
      for await (const file of read) {
        await laid.add(file, file.bytes.byteLength);
        step();
      }
      await laid.end();
    };
    // Tables are slow to be put, and files are slow to be read: none waits for the other.
    await allOrFirstFault([readTables(), readFiles()]);
    const server = manifest.server && (await textOf(partNamed(parts, SERVER_NAME), manifest.server));
    await target.finish();
    return { manifest, server };
  } catch (cause) {
    throw cause instanceof WorkerEnded ? cause : asBackupProblem(cause);
  }
}

/** Waits for all, so that none is at work any more. Errors: the first of theirs. */
async function allOrFirstFault(all: readonly Promise<void>[]): Promise<void> {
  await Promise.allSettled(all);
  await Promise.all(all);
}

/** Whether a file is encrypted, by how it begins. */
async function isEncrypted(file: Blob): Promise<boolean> {
  return (await file.slice(0, AGE_HEAD.length).text()) === AGE_HEAD;
}

/** The zip, out of its encryption where it has one. */
async function opened(file: Blob, passphrase: string | undefined): Promise<BytesAnywhere> {
  if (await isEncrypted(file)) {
    if (!passphrase) throw new BackupProblem("passphrase missing");
    const decrypter = new Decrypter();
    decrypter.addPassphrase(passphrase);
    return ageBytes(file, decrypter).catch((cause: Error) => {
      // The library says so in words alone.
      throw new BackupProblem(/identity|identities/.test(cause.message) ? "wrong passphrase" : "damaged", { cause });
    });
  }
  if ((await file.slice(0, ZIP_HEAD.length).text()) !== ZIP_HEAD) throw new BackupProblem("no backup");
  return { size: file.size, read: async (from, to) => new Uint8Array(await file.slice(from, to).arrayBuffer()) };
}

async function partsOf(zip: BytesAnywhere): Promise<ReadonlyMap<string, FileEntry>> {
  const entries: Entry[] = await new ZipReader(new ByteWindows(zip)).getEntries();
  const parts = new Map<string, FileEntry>();
  for (const entry of entries) {
    // Two parts of one name: one of them would be looked at and the other taken.
    if (entry.directory || parts.has(entry.filename)) throw new BackupProblem("damaged");
    parts.set(entry.filename, entry);
  }
  return parts;
}

async function manifestOf(parts: ReadonlyMap<string, FileEntry>): Promise<Manifest> {
  const part = parts.get(MANIFEST_NAME);
  if (!part) throw new BackupProblem("no backup");
  const text = new TextDecoder().decode(await someBytes(part, LONGEST_MANIFEST_BYTES, true));
  const json = JSON.parse(text) as { format?: unknown };
  // A newer one may say other things in other ways.
  if (typeof json.format === "number" && json.format > BACKUP_FORMAT) throw new BackupProblem("newer");
  return manifestSchema.parse(json);
}

/** Refuses a zip with parts that its manifest does not name, whatever they are called. */
function refuseOthers(parts: ReadonlyMap<string, FileEntry>, { tables, files, filesBeside, server }: Manifest): void {
  const named = new Set([
    MANIFEST_NAME,
    ...Object.keys(tables).map(tablePart),
    ...(filesBeside === undefined ? Object.keys(files).map(filePart) : []),
    ...(server ? [SERVER_NAME] : []),
  ]);
  if (parts.size !== named.size || [...parts.keys()].some((name) => !named.has(name)))
    throw new BackupProblem("damaged");
}

function partNamed(parts: ReadonlyMap<string, FileEntry>, name: string): FileEntry {
  const part = parts.get(name);
  if (!part) throw new BackupProblem("damaged");
  return part;
}

/** Gives a part bit by bit, and never more of it than it should have. */
async function eachChunk(
  part: FileEntry,
  most: number,
  take: (chunk: Uint8Array) => Promise<void>,
  // Of other parts their SHA-256 says more.
  checkSignature = false,
): Promise<void> {
  let bytes = 0;
  const sink = new WritableStream<Uint8Array>({
    async write(chunk) {
      bytes += chunk.length;
      if (bytes > most) throw new BackupProblem("damaged");
      await take(chunk);
      releaseBuffer(chunk);
    },
  });
  await part.getData(sink, { checkSignature });
}

async function someBytes(part: FileEntry, most: number, checkSignature?: boolean): Promise<Uint8Array<ArrayBuffer>> {
  const whole = new Uint8Array(Math.min(most, part.uncompressedSize));
  let length = 0;
  const take = async (chunk: Uint8Array) => {
    if (length + chunk.length > whole.length) throw new BackupProblem("damaged");
    whole.set(chunk, length);
    length += chunk.length;
  };
  await eachChunk(part, most, take, checkSignature);
  return whole.subarray(0, length);
}

async function textOf(part: FileEntry, { bytes, sha256 }: Part): Promise<string> {
  const whole = await someBytes(part, bytes);
  if (whole.length !== bytes || (await sha256Of(whole)) !== sha256) throw new BackupProblem("damaged");
  return new TextDecoder().decode(whole);
}

async function readTable(
  part: FileEntry,
  { records, bytes, sha256 }: Part,
  put: (lines: RecordLines) => Promise<void>,
): Promise<void> {
  const hashing = new Hashing();
  const cutter = new LineCutter();
  let count = 0;
  const laid = new Batches<RecordLines>(1, async ([lines]) => lines && put(lines));
  const lay = async (pieces: Iterable<RecordLines>) => {
    for (const lines of pieces) {
      count += lines.records;
      await laid.add(lines, 1);
    }
  };
  await eachChunk(part, bytes, async (chunk) => {
    hashing.add(chunk);
    await lay(cutter.cut(chunk));
  });
  await lay(cutter.end());
  await laid.end();
  if (count !== records || hashing.bytes !== bytes || hashing.end() !== sha256) throw new BackupProblem("damaged");
}

async function unsealed(
  beside: FilesBeside | undefined,
  sha256: string,
  { identity, recipient }: { readonly identity: string; readonly recipient: string },
): Promise<Uint8Array<ArrayBuffer>> {
  const file = (await beside?.read(besideName(sha256, recipient))) ?? (await beside?.read(besideNameOfBefore(sha256)));
  if (!file) throw new BackupProblem("files missing");
  const decrypter = new Decrypter();
  decrypter.addIdentity(identity);
  return decrypter.decrypt(new Uint8Array(await file.arrayBuffer())) as Promise<Uint8Array<ArrayBuffer>>;
}
