import type { OnProgress } from "@/core/backup/backupParts";
import type { BackupDifference } from "@/core/backup/difference";
import type { BackupFault, Manifest } from "@/core/backup/manifest";

/** What a backup is written with. */
export interface BackupAsked {
  /** None writes it in the open, and then without what the server holds. */
  readonly passphrase: string | undefined;
  /** Ms since the epoch. */
  readonly madeAt: number;
  readonly server: string | undefined;
  /** A folder of the computer that it goes into, under a name; with what opens the files beside it. */
  readonly into?: { readonly folder: FileSystemDirectoryHandle; readonly name: string; readonly identity?: string };
}

export interface BackupWritten {
  /** None where it went into a folder. */
  readonly file: Blob | undefined;
  readonly bytes: number;
  readonly identity: string | undefined;
}

export type BackupRead =
  | {
      readonly ok: true;
      readonly manifest: Manifest;
      readonly server: string | undefined;
      readonly difference: readonly BackupDifference[];
    }
  | { readonly ok: false; readonly fault: BackupFault; readonly why: string };

/** Writes and reads backups of databases of this browser, by their names. */
export interface BackupApi {
  write(databaseName: string, asked: BackupAsked, onProgress: OnProgress): Promise<BackupWritten>;
  /** Reads a backup into a new database, and tells how it differs from the one here. Nothing is left where that fails. */
  read(
    file: Blob,
    passphrase: string | undefined,
    beside: FileSystemDirectoryHandle | undefined,
    names: { readonly into: string; readonly here: string },
    onProgress: OnProgress,
  ): Promise<BackupRead>;
}
