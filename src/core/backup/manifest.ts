import * as z from "zod";
import { sha256Schema } from "../model/enclosure";

/** What a backup says of itself; the last part that is written, and the first that is read. */
export const MANIFEST_NAME = "manifest.json";
/** What the server holds for the teacher. */
export const SERVER_NAME = "server.json";
/** A part for each table, a record on each line; and one for each file, named by its SHA-256. */
export const tablePart = (table: string) => `tables/${table}.jsonl`;
export const filePart = (sha256: string) => `files/${sha256}`;
/**
 * A file that lies encrypted beside backups that are made by themselves. Its name ends with the key that opens it (the end of
 * an age recipient): one that was sealed with a key that nobody has any more is never taken for it.
 */
export const besideName = (sha256: string, recipient: string) => `${sha256}-${recipient.slice(-KEY_LETTERS)}.age`;
/** As backups of the first format named it. */
export const besideNameOfBefore = (sha256: string) => `${sha256}.age`;
const KEY_LETTERS = 12;

/** Rises when a backup is written in a way that older versions can't read. */
export const BACKUP_FORMAT = 2;
/** No record is longer, in characters; more is damage, or somebody playing. */
export const LONGEST_LINE = 64 * 1024 * 1024;
/** No manifest is longer, in bytes. */
export const LONGEST_MANIFEST_BYTES = 64 * 1024 * 1024;

const partSchema = z.object({
  /** How many records, of a table. */
  records: z.number().int().min(0),
  bytes: z.number().int().min(0),
  sha256: sha256Schema,
});
export type Part = z.infer<typeof partSchema>;

export const manifestSchema = z.object({
  kind: z.literal("Vine Note backup"),
  format: z.number().int(),
  /** The version of the data: an older one is brought along when it is put back. */
  dataVersion: z.number().int().min(1),
  /** Ms since the epoch. */
  madeAt: z.number(),
  /** Names the browser's database that it was made from. */
  madeFrom: z.string(),
  tables: z.record(z.string(), partSchema),
  /** The distinct files, by their SHA-256: how many bytes each has. */
  files: z.record(sha256Schema, z.number().int().min(0)),
  /** Where the files lie encrypted beside it and not in it: what opens them (an identity of the age format). */
  filesBeside: z.string().optional(),
  server: partSchema.optional(),
});
export type Manifest = z.infer<typeof manifestSchema>;

/** What can be wrong with a file that should be a backup. Its words stand in `backupWords`. */
export type BackupFault =
  | "no backup"
  | "wrong passphrase"
  | "passphrase missing"
  | "damaged"
  | "newer"
  | "files missing"
  | "no room";

/** A backup can't be read, and why; nothing was changed then. */
export class BackupProblem extends Error {
  constructor(
    readonly fault: BackupFault,
    options?: ErrorOptions,
  ) {
    super(backupWords(fault), options);
    this.name = "BackupProblem";
  }
}

/** What went wrong, as a problem of the backup or of the room for it. */
export function asBackupProblem(cause: unknown): BackupProblem {
  if (cause instanceof BackupProblem) return cause;
  const { name = "", inner } = (cause ?? {}) as { name?: string; inner?: { name?: string } };
  const isFull = name === "QuotaExceededError" || inner?.name === "QuotaExceededError";
  return new BackupProblem(isFull ? "no room" : "damaged", { cause });
}

/** What is wrong, what is safe and what to do. */
function backupWords(fault: BackupFault): string {
  const safe = "Nothing here was changed.";
  const words: Record<BackupFault, string> = {
    "no backup": `This file is no backup of Vine Note. ${safe} Choose one whose name begins with “vine-note”.`,
    "wrong passphrase": `The passphrase does not open this backup. ${safe} Look for capital letters and spaces, and try again.`,
    "passphrase missing": `This backup is encrypted. ${safe} Type the passphrase that it was made with.`,
    damaged: `This backup is damaged: a part of it is missing or was changed. ${safe} Take another one, or copy this one again from where it lies.`,
    newer: `This backup was made by a newer version of Vine Note. ${safe} Bring this one up to date, then put it back.`,
    "files missing": `Files that belong to this backup are not in the folder beside it. ${safe} Choose the folder that it lies in, with its folder “files”.`,
    "no room": `There is not room enough in this browser for what the backup holds. ${safe} Make room on this computer, then try again.`,
  };
  return words[fault];
}
