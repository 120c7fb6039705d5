import * as Comlink from "comlink";
import type { OnProgress } from "@/core/backup/backupParts";
import { mortal } from "@/workers/life/mortal";
import type { BackupApi } from "./backupApi";

/** A worker that writes and reads backups; it ends with its work. */
export interface BackupWorker {
  readonly api: BackupApi;
  end(): void;
}

export function startBackup(): BackupWorker {
  const name = `vine-note-backup-${crypto.randomUUID()}`;
  const worker = new Worker(new URL("./backup.worker.ts", import.meta.url), { type: "module", name });
  const { api, end } = mortal<BackupApi>(worker, name, () => undefined);
  const heard = (onProgress: OnProgress) => Comlink.proxy(onProgress);
  return {
    api: {
      write: (databaseName, asked, onProgress) => api.write(databaseName, asked, heard(onProgress)),
      read: (file, passphrase, beside, names, onProgress) =>
        api.read(file, passphrase, beside, names, heard(onProgress)),
    },
    end,
  };
}
