import { BackupProblem } from "@/core/backup/manifest";
import { backupSource } from "@/store/backupSource";
import { fillDatabase } from "@/store/fillDatabase";
import { openDatabase } from "@/store/openDatabase";
import { type RecordWriter, recordWriter } from "@/store/putRecords";
import { readBackup } from "@/workers/backup/readBackup";
import { writeBackup } from "@/workers/backup/writeBackup";
import type { BackupApi } from "./backupApi";
import { filesBeside, takeOutOld, writeFile } from "./folderFiles";

interface BackupMeans {
  newId(): string;
  /** Of deriving a key; the usual where none is given. */
  readonly workFactor?: number;
  /** A thread of its own for what is put and compared while a backup is read on; none does so in the thread that reads. */
  readonly startRestoreWriter?: () => RecordWriter;
}

/** Writes and reads backups; runs in a worker of its own. */
export function createBackup({ newId, workFactor, startRestoreWriter }: BackupMeans): BackupApi {
  return {
    async write(databaseName, { passphrase, madeAt, server, into }, onProgress) {
      const database = openDatabase(databaseName);
      try {
        const source = await backupSource(database, newId);
        const asked = { passphrase, madeAt, server, ...(workFactor !== undefined && { workFactor }) };
        if (!into) {
          const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
          // What is large lies on the disk there, and not in the memory.
          const file = new Response(readable as ReadableStream<Uint8Array<ArrayBuffer>>).blob();
          file.catch(() => undefined);
          await writeBackup(source, writable, asked, onProgress);
          return { file: await file, bytes: (await file).size, identity: undefined };
        }
        const { folder, name, identity } = into;
        const beside = { files: filesBeside(folder), identity };
        let written: Awaited<ReturnType<typeof writeBackup>> | undefined;
        const bytes = await writeFile(folder, name, async (sink) => {
          written = await writeBackup(source, sink, { ...asked, beside }, onProgress);
        });
        await takeOutOld(folder);
        return { file: undefined, bytes, identity: written?.identity };
      } finally {
        database.close();
      }
    },
    async read(file, passphrase, beside, { into, here }, onProgress) {
      const restoreWriter = startRestoreWriter?.() ?? recordWriter();
      const target = fillDatabase(into, restoreWriter);
      try {
        // Read beside the backup.
        const compared = restoreWriter.compareWith(here);
        compared.catch(() => undefined);
        const read = await readBackup(file, passphrase, beside && filesBeside(beside), target, onProgress);
        await compared;
        const difference = await restoreWriter.differences();
        target.close();
        return { ok: true, ...read, difference };
      } catch (cause) {
        target.close();
        await openDatabase(into).delete();
        if (!(cause instanceof BackupProblem)) throw cause;
        return { ok: false, fault: cause.fault, why: cause.message };
      }
    },
  };
}
