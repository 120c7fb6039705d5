import { backupName } from "@/core/backup/backupName";
import type { BackupProgress } from "@/core/backup/backupParts";
import { dayOfInstant, MS_PER_DAY } from "@/core/model/day";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { backupPlace, changeBackupPlace } from "@/store/backupPlace";
import { deleteTextsBefore } from "@/store/deleteTextsBefore";
import { lettersUnderWay } from "@/store/roundRepository";
import { MAKING_LOCK } from "../open/makingLock";
import { Observable } from "../open/observable";
import type { OfficeCore } from "../open/officeCore";
import { deleteBackups } from "./files/folderFiles";
import { fetchServerPart } from "./serverPart";

const BACKUP_LOCK = "vine-note-backup";
/** A backup that is wanted waits so long for more that is done meanwhile, in ms. */
const REST_MS = 4_000;

export type Made =
  | { readonly ok: true; readonly file: Blob; readonly name: string }
  | { readonly ok: false; readonly problem: string };

/** Makes backups: by hand as one file, and by itself into a folder after each round that settled and at the first change of a day. */
export class BackupDesk {
  /** How far a backup is that is being made. */
  readonly state = new Observable<{ readonly progress: BackupProgress | undefined }>({ progress: undefined });
  private underWay = 0;
  private isWanted = false;
  private isOpen = true;
  private working: Promise<void> = Promise.resolve();
  /** The day on which something was changed first. */
  private changedOn = "";
  /** The day on which it was looked for letters that are old. */
  private lookedOn = "";

  constructor(private readonly office: OfficeCore) {}

  close(): void {
    this.isOpen = false;
  }

  /** Resolves once no backup is being made by itself. */
  async atRest(): Promise<void> {
    await this.working;
  }

  /** One whole file, to be taken along. It is the last backup once the browser has it. */
  async byHand(passphrase: string | undefined): Promise<Made> {
    const { around, database } = this.office;
    const worker = around.startBackup();
    try {
      const madeAt = around.now();
      const server = passphrase === undefined ? undefined : await fetchServerPart(around);
      const asked = { passphrase, madeAt, server };
      const { file } = await worker.api.write(database.name, asked, (progress) => this.state.set({ progress }));
      if (!file) throw new Error("No file came of it.");
      await changeBackupPlace(database, { lastAt: madeAt, wantedAt: undefined });
      return { ok: true, file, name: backupName(madeAt, passphrase !== undefined) };
    } catch (cause) {
      return { ok: false, problem: `No backup was made; everything here is as it was. ${troubleOf(cause, "")}` };
    } finally {
      worker.end();
      this.state.set({ progress: undefined });
    }
  }

  /** From now on backups go into a folder by themselves, and one at once. */
  async takeFolder(folder: FileSystemDirectoryHandle, passphrase: string | undefined): Promise<void> {
    await changeBackupPlace(this.office.database, {
      ...{ folder, folderName: folder.name, passphrase, identity: undefined },
      ...{ trouble: undefined, wantedAt: this.office.around.now() },
    });
    this.wake();
    await this.atRest();
  }

  /** After a press of the teacher's: the browser is asked to be let into the folder again, and the backup is made. */
  async allowFolder(): Promise<void> {
    const { folder } = await backupPlace(this.office.database);
    const asking = folder as
      | (FileSystemDirectoryHandle & {
          requestPermission?(descriptor: { mode: "readwrite" }): Promise<PermissionState>;
        })
      | undefined;
    await asking?.requestPermission?.({ mode: "readwrite" });
    await this.want();
    await this.atRest();
  }

  /** Deletes the backups of the folder, which name whoever was erased; the next one is rebuilt. */
  async deleteAll(): Promise<void> {
    const { folder } = await backupPlace(this.office.database);
    if (folder) await deleteBackups(folder);
    await changeBackupPlace(this.office.database, { identity: undefined, wantedAt: this.office.around.now() });
  }

  /** No backup is made by itself any more. */
  async forgetFolder(): Promise<void> {
    const none = { folder: undefined, folderName: undefined, passphrase: undefined, identity: undefined };
    await changeBackupPlace(this.office.database, { ...none, trouble: undefined });
  }

  /** Something was changed: the first time on a day there is to be a backup. */
  changed(): void {
    const day = dayOfInstant(this.office.around.now());
    if (day === this.changedOn) return;
    this.changedOn = day;
    this.unlessClosed(this.wantSince(day));
  }

  /** Deletes the texts of old letters, where the teacher set after how long. */
  async deleteOldTexts(): Promise<void> {
    const { database, world, around } = this.office;
    const { keepTextsDays } = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
    if (keepTextsDays === undefined) return;
    // Letters that are being made have files that nothing names yet.
    await around.locks.request(MAKING_LOCK, () =>
      deleteTextsBefore(database, around.now() - keepTextsDays * MS_PER_DAY),
    );
  }

  private async wantSince(day: string): Promise<void> {
    const { lastAt } = await backupPlace(this.office.database);
    if (lastAt === undefined || dayOfInstant(lastAt) !== day) await this.want();
  }

  /** Whether a round has settled since the last time. */
  async tick(): Promise<void> {
    const today = dayOfInstant(this.office.around.now());
    if (this.lookedOn !== today) {
      this.lookedOn = today;
      await this.deleteOldTexts();
    }
    const before = this.underWay;
    this.underWay = await lettersUnderWay(this.office.database);
    if (before > 0 && this.underWay === 0) await this.want();
  }

  private async want(): Promise<void> {
    const { around, database } = this.office;
    const { wantedAt } = await backupPlace(database);
    if (wantedAt === undefined) await changeBackupPlace(database, { wantedAt: around.now() });
    this.wake();
  }

  /** Makes the backup that is wanted, where there is a folder for it. */
  wake(): void {
    if (this.isWanted || !this.isOpen) return;
    this.isWanted = true;
    this.working = this.working.then(async () => {
      await this.office.around.pause(REST_MS);
      this.isWanted = false;
      if (this.isOpen) await this.office.around.locks.request(BACKUP_LOCK, () => this.byItself());
    });
    this.unlessClosed(this.working);
    this.working = this.working.catch(() => undefined);
  }

  private async byItself(): Promise<void> {
    const { around, database } = this.office;
    const place = await backupPlace(database);
    const { folder, folderName = "", passphrase, identity, wantedAt } = place;
    if (!folder || wantedAt === undefined) return;
    const worker = around.startBackup();
    try {
      if ((await permissionOf(folder)) !== "granted") throw new DOMException("", "NotAllowedError");
      const madeAt = around.now();
      const server = passphrase === undefined ? undefined : await fetchServerPart(around);
      const into = { folder, name: backupName(madeAt, passphrase !== undefined), ...(identity && { identity }) };
      const asked = { passphrase, madeAt, server, into };
      const done = await worker.api.write(database.name, asked, (progress) => this.state.set({ progress }));
      const after = await backupPlace(database);
      await changeBackupPlace(database, {
        ...{ lastAt: madeAt, trouble: undefined, identity: done.identity },
        // What was wanted while it was made is made next.
        ...(after.wantedAt === wantedAt && { wantedAt: undefined }),
      });
      if (after.wantedAt !== wantedAt) this.wake();
    } catch (cause) {
      await changeBackupPlace(database, { trouble: troubleOf(cause, folderName) });
    } finally {
      worker.end();
      this.state.set({ progress: undefined });
    }
  }

  private unlessClosed(work: Promise<unknown>): void {
    work.catch((cause) => {
      if (this.isOpen) console.error(cause);
    });
  }
}

/** Whether the browser may write into a folder now; it forgets that when it is closed. */
async function permissionOf(folder: FileSystemDirectoryHandle): Promise<PermissionState> {
  const asking = folder as FileSystemDirectoryHandle & {
    queryPermission?(descriptor: { mode: "readwrite" }): Promise<PermissionState>;
  };
  return (await asking.queryPermission?.({ mode: "readwrite" })) ?? "granted";
}

/** Why a backup could not be made, in words. */
function troubleOf(cause: unknown, folderName: string): string {
  const { name, message } = cause as Error;
  if (name === "NotFoundError")
    return `The folder “${folderName}” for backups is not there any more. Connect the disk it is on, or choose a folder again.`;
  if (name === "NotAllowedError") return `The browser must be allowed again to write backups into “${folderName}”.`;
  if (name === "QuotaExceededError") return "There is no room left for a backup. Make room, or choose another place.";
  return message;
}
