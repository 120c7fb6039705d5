import { Uint8ArrayReader, ZipWriter } from "@zip.js/zip.js/index-native.js";
import { Encrypter, generateX25519Identity, identityToRecipient } from "age-encryption";
import type { BackupSource, FilesBeside, OnProgress } from "@/core/backup/backupParts";
import {
  BACKUP_FORMAT,
  besideName,
  filePart,
  MANIFEST_NAME,
  type Manifest,
  type Part,
  SERVER_NAME,
  tablePart,
} from "@/core/backup/manifest";
import { configureZip, PIECE_BYTES } from "./configureZip";
import { countParts } from "./countParts";
import { Hashing } from "./hashing";
import { someAtOnce } from "./someAtOnce";

configureZip();

export interface WriteAsked {
  /** None writes it in the open. */
  readonly passphrase: string | undefined;
  /** Ms since the epoch. */
  readonly madeAt: number;
  /** What the server holds; it goes only into an encrypted backup. */
  readonly server: string | undefined;
  /** Files go here, once, and not into the backup; with what opens those of before. */
  readonly beside?: { readonly files: FilesBeside; readonly identity: string | undefined };
  /** The base-2 logarithm of the work of deriving a key from the passphrase (RFC 7914, N); tests take less than is usual. */
  readonly workFactor?: number;
}

export interface Written {
  readonly manifest: Manifest;
  /** Of files beside it: what opens them. */
  readonly identity: string | undefined;
}

/**
 * Writes a backup into a stream: a zip of a part for each table, the files, and a manifest; encrypted as a whole in the age
 * format (age-encryption.org/v1) where there is a passphrase. Never more than one part is held at once.
 */
export async function writeBackup(
  source: BackupSource,
  sink: WritableStream<Uint8Array>,
  asked: WriteAsked,
  onProgress: OnProgress,
): Promise<Written> {
  const { passphrase, madeAt, beside } = asked;
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  // Deriving the key takes much memory, and gives it back before anything is read.
  const out = passphrase === undefined ? readable : await encrypted(readable, passphrase, asked.workFactor);
  const tables = await source.snapshot(onProgress);
  const names = await source.fileNames();
  const writing = out.pipeTo(sink);
  // Where the sink fails the zip does too; one of both tells.
  writing.catch(() => undefined);
  const zip = new ZipWriter(writable, { ...PLAIN, lastModDate: new Date(madeAt) });
  const parts: Record<string, Part> = {};
  const step = countParts("writing", tables.size + names.length, onProgress);
  for (const [table, { lines, records }] of tables) {
    const hashing = new Hashing();
    await zip.add(tablePart(table), hashed(lines.stream(), hashing));
    parts[table] = { records, bytes: hashing.bytes, sha256: hashing.end() };
    step();
  }
  const identity = beside && (beside.identity ?? (await generateX25519Identity()));
  const there = beside && (await beside.files.names());
  const recipient = identity === undefined ? "" : await identityToRecipient(identity);
  const files: Record<string, number> = {};
  const read = someAtOnce(names, async (sha256) => ({ sha256, bytes: await source.file(sha256) }));
  for await (const { sha256, bytes } of read) {
    // It was let go since the list was made: nothing in this backup is older than that.
    if (!bytes) continue;
    files[sha256] = bytes.length;
    if (beside && identity !== undefined) {
      const name = besideName(sha256, recipient);
      if (!there?.has(name)) await beside.files.write(name, await sealed(bytes, recipient));
    } else await zip.add(filePart(sha256), new Uint8ArrayReader(bytes), { level: 0 });
    step();
  }
  const server = passphrase === undefined ? undefined : asked.server;
  const manifest: Manifest = {
    ...{ kind: "Vine Note backup", format: BACKUP_FORMAT, dataVersion: source.dataVersion, madeAt },
    ...{ madeFrom: source.madeFrom, tables: parts, files },
    ...(identity !== undefined && { filesBeside: identity }),
    ...(server !== undefined && { server: await textPart(zip, SERVER_NAME, server) }),
  };
  await textPart(zip, MANIFEST_NAME, JSON.stringify(manifest, undefined, 1));
  await zip.close();
  await writing;
  return { manifest, identity };
}

/**
 * Takes 128 MB and about a second for each guess (N = 2^17, r = 8, p = 1, as the OWASP Password Storage Cheat Sheet has it);
 * the library's own takes twice as much, which is too much beside a school in the same memory.
 */
const WORK_FACTOR = 17;

/** Nothing that differs from one computer to the next. */
const PLAIN = { extendedTimestamp: false, msDosCompatible: true } as const;

async function textPart(zip: ZipWriter<unknown>, name: string, text: string): Promise<Part> {
  const hashing = new Hashing();
  await zip.add(name, hashed(new Blob([text]).stream(), hashing));
  return { records: 1, bytes: hashing.bytes, sha256: hashing.end() };
}

function hashed(stream: ReadableStream<Uint8Array>, hashing: Hashing): ReadableStream<Uint8Array> {
  return stream.pipeThrough(
    new TransformStream<Uint8Array, Uint8Array>({
      transform(chunk, controller) {
        hashing.add(chunk);
        // The zip cuts what is longer again and again, and copies the rest each time.
        for (let from = 0; from < chunk.length; from += PIECE_BYTES)
          controller.enqueue(chunk.subarray(from, from + PIECE_BYTES));
      },
    }),
  );
}

async function encrypted(
  stream: ReadableStream<Uint8Array>,
  passphrase: string,
  workFactor = WORK_FACTOR,
): Promise<ReadableStream<Uint8Array>> {
  const encrypter = new Encrypter();
  encrypter.setPassphrase(passphrase);
  encrypter.setScryptWorkFactor(workFactor);
  return encrypter.encrypt(stream);
}

/** A file that only the identity of `recipient` opens. */
function sealed(bytes: Uint8Array, recipient: string): Promise<Uint8Array> {
  const encrypter = new Encrypter();
  encrypter.addRecipient(recipient);
  return encrypter.encrypt(bytes);
}
