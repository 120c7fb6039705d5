import { dayOfInstant } from "../model/day";

const NAME = /^vine-note-(\d{4}-\d\d-\d\d)(?:-(\d\d)(\d\d))?\.zip(\.age)?$/;

/** "vine-note-2026-11-29.zip.age": the day of a moment (ms since the epoch), and whether it is encrypted. */
export function backupName(at: number, isEncrypted: boolean): string {
  return `vine-note-${dayOfInstant(at)}.zip${isEncrypted ? ".age" : ""}`;
}

/** Whether a file is a backup that is named so. */
function isBackupName(name: string): boolean {
  return NAME.test(name);
}

/** Of the names of a folder: the backups beyond the last `kept`, the oldest first, to be taken away. */
export function outOfTurn(names: readonly string[], kept: number): string[] {
  const backups = names.filter(isBackupName).sort();
  return backups.slice(0, Math.max(0, backups.length - kept));
}
