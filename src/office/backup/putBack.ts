import type { OnProgress } from "@/core/backup/backupParts";
import type { BackupDifference } from "@/core/backup/difference";
import type { Manifest } from "@/core/backup/manifest";
import { dayOfInstant, formatDay } from "@/core/model/day";
import { counted } from "@/core/words";
import { backupPlace } from "@/store/backupPlace";
import { carryOver } from "@/store/carryOver";
import { nothingWaits } from "@/store/nothingWaits";
import { deleteDatabase } from "@/store/openDatabase";
import { markRestored } from "@/store/restored";
import { databaseId, removeRuns } from "@/store/runRepository";
import { forgetScheduled, scheduledRounds } from "@/store/scheduledRounds";
import { type FormerDatabase, nextDatabaseName } from "@/store/whichDatabase";
import { roundsThatWait } from "@/store/withdrawPrepared";
import type { OfficeCore } from "../open/officeCore";
import { swapDatabase } from "../open/swapDatabase";
import { takeBack } from "../rounds/handOverPrepared";
import { restoreServerPart } from "./serverPart";

/** A backup that was read whole and lies ready; nothing was changed yet. */
export interface ReadyBackup {
  readonly name: string;
  readonly manifest: Manifest;
  readonly difference: readonly BackupDifference[];
  readonly server: string | undefined;
  /** Whether it was made in another browser, or on another computer. */
  readonly isElsewhere: boolean;
}

export type Readied =
  | { readonly ok: true; readonly backup: ReadyBackup }
  | { readonly ok: false; readonly why: string };

/** Reads a backup whole beside what is here, and tells how both differ. */
export async function readyBackup(
  office: OfficeCore,
  file: Blob,
  passphrase: string | undefined,
  beside: FileSystemDirectoryHandle | undefined,
  onProgress: OnProgress,
): Promise<Readied> {
  const { around, database } = office;
  const worker = around.startBackup();
  try {
    const name = nextDatabaseName(around.databaseName, around.newId);
    const names = { into: name, here: database.name };
    const readWith = (files: typeof beside) => worker.api.read(file, passphrase, files, names, onProgress);
    let read = await readWith(beside);
    // Most lie in the folder that backups go into here; another one is asked for.
    const { folder } = await backupPlace(database);
    if (!read.ok && read.fault === "files missing" && !beside && folder) {
      const again = await readWith(folder);
      if (again.ok) read = again;
    }
    if (!read.ok) return { ok: false, why: read.why };
    const own = await databaseId(database, around.newId);
    const { manifest, server, difference } = read;
    return { ok: true, backup: { name, manifest, difference, server, isElsewhere: manifest.madeFrom !== own } };
  } catch (cause) {
    return { ok: false, why: `The backup could not be read. Nothing here was changed. (${(cause as Error).message})` };
  } finally {
    worker.end();
  }
}

/** It is not put back after all. */
export async function dropReady({ name }: ReadyBackup): Promise<void> {
  await deleteDatabase(name);
}

/**
 * Puts a backup in the place of all that is here, which is kept, so that it can be taken back. What waits to leave is taken
 * back before; what the server held is added there. Errors: in words; all here is as before then, and the page is to be
 * loaded again where `office.state` says that it let go.
 */
export async function putBack(office: OfficeCore, { name, manifest, server, isElsewhere }: ReadyBackup): Promise<void> {
  const { around } = office;
  if (server !== undefined) await restoreServerPart(around, server);
  await swapDatabase(office, {
    name,
    first: () => takeBackAll(office),
    why: `The backup of ${formatDay(dayOfInstant(manifest.madeAt), "long")} was put back`,
    keepFormer: true,
    fill: async (from, to) => {
      await carryOver(from, to);
      await nothingWaits(to, around.now());
      await markRestored(to, manifest.madeAt, isElsewhere);
    },
  });
}

/**
 * Calls back all that waits to leave. Runs of automatic notes are not over by that: whoever has the data then lays them again.
 * Errors: letters that wait could not be called back, in words.
 */
export async function takeBackAll(office: OfficeCore): Promise<void> {
  const { database } = office;
  const waiting = await roundsThatWait(database);
  const scheduled = (await scheduledRounds(database)).filter(({ planId }) => planId !== undefined);
  await forgetScheduled(
    database,
    scheduled.map(({ id }) => id),
  );
  await removeRuns(
    database,
    scheduled.flatMap(({ runId }) => runId ?? []),
  );
  try {
    if (waiting.length > 0) await takeBack(office, ...waiting);
  } catch (cause) {
    throw new Error(
      `${counted(waiting.length, "round")} ${waiting.length === 1 ? "waits" : "wait"} to leave and could not be taken back yet, so nothing was replaced. ${(cause as Error).message}`,
      { cause },
    );
  }
}

/** Puts the database that stood there before back in its place, and lets the present one go; what left since is known then. */
export async function takePutBack(office: OfficeCore, former: FormerDatabase): Promise<void> {
  await swapDatabase(office, {
    ...{ name: former.name, why: "", keepFormer: false },
    first: () => takeBackAll(office),
    fill: async (from, to) => {
      await carryOver(from, to);
      await markRestored(to, former.at, false);
    },
  });
}
