import type { Manifest } from "./manifest";

/** How far a backup is, of how much. */
export interface BackupProgress {
  readonly doing: "reading" | "writing" | "checking" | "putting back";
  readonly done: number;
  readonly of: number;
}
export type OnProgress = (progress: BackupProgress) => void;

/** What a backup is made from. */
export interface BackupSource {
  readonly dataVersion: number;
  readonly madeFrom: string;
  /** All records of all tables that a backup holds, as they are at one moment: by table, a JSON text on each line. */
  snapshot(onProgress: OnProgress): Promise<ReadonlyMap<string, { readonly lines: Blob; readonly records: number }>>;
  /** The SHA-256 of all files, and the bytes of one. */
  fileNames(): Promise<readonly string[]>;
  file(sha256: string): Promise<Uint8Array<ArrayBuffer> | undefined>;
}

/** A file, named by its SHA-256. */
export interface FileBytes {
  readonly sha256: string;
  readonly bytes: ArrayBuffer;
}

/** Records of a table, as they stand in a backup: the JSON text of each on a line of its own, in UTF-8. */
export interface RecordLines {
  readonly text: Uint8Array<ArrayBuffer>;
  readonly records: number;
}

/** What a backup is read into. */
export interface BackupTarget {
  /** The version of the data of today. */
  readonly dataVersion: number;
  /** Makes ready for data of a version; gives the tables that it had. */
  begin(dataVersion: number): Promise<ReadonlySet<string>>;
  /** Takes records of a table, whose text is let go. Errors: `BackupProblem`, where one is not what the table holds. */
  put(table: string, lines: RecordLines): Promise<void>;
  putFiles(files: readonly FileBytes[]): Promise<void>;
  /** Brings the data to the version of today. Errors: a record that does not hold. */
  finish(): Promise<void>;
}

/** Files that lie encrypted beside backups. */
export interface FilesBeside {
  names(): Promise<ReadonlySet<string>>;
  read(name: string): Promise<Blob | undefined>;
  write(name: string, bytes: Uint8Array): Promise<void>;
}

/** A backup that was opened. */
export interface OpenedBackup {
  readonly manifest: Manifest;
  /** What the server held, as it was written. */
  readonly server: string | undefined;
}
