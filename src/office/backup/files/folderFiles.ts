import { outOfTurn } from "@/core/backup/backupName";
import type { FilesBeside } from "@/core/backup/backupParts";

/** Files of backups lie in a folder of their own beside them. */
const FILES_FOLDER = "files";
/** So many backups that are made by themselves are kept. */
const KEPT_BACKUPS = 10;

/** The files beside the backups of a folder. */
export function filesBeside(folder: FileSystemDirectoryHandle): FilesBeside {
  const files = (create: boolean) => folder.getDirectoryHandle(FILES_FOLDER, { create });
  return {
    async names() {
      const names = new Set<string>();
      const folder = await files(true);
      for await (const name of folder.keys()) if (!(await isBrokenOff(folder, name))) names.add(name);
      return names;
    },
    async read(name) {
      const found = await files(false).catch(() => undefined);
      return (await found?.getFileHandle(name).catch(() => undefined))?.getFile();
    },
    async write(name, bytes) {
      await writeFile(await files(true), name, async (sink) => {
        const writer = sink.getWriter();
        await writer.write(bytes);
        await writer.close();
      });
    },
  };
}

/** Whether a file was begun and the browser ended before it was written: it is empty then. */
async function isBrokenOff(folder: FileSystemDirectoryHandle, name: string): Promise<boolean> {
  return (await (await folder.getFileHandle(name)).getFile()).size === 0;
}

/** Writes a file whole: one of the name that was there before stands until the new one is all there. */
export async function writeFile(
  folder: FileSystemDirectoryHandle,
  name: string,
  write: (sink: WritableStream<Uint8Array>) => Promise<unknown>,
): Promise<number> {
  // The browser writes beside the file, and puts it in its place when it is closed.
  const handle = await folder.getFileHandle(name, { create: true });
  const sink = await handle.createWritable();
  await write(sink as WritableStream<Uint8Array>);
  return (await handle.getFile()).size;
}

/**
 * Takes the backups out of a folder that are beyond the last ones, and those that were broken off, which must not push out one
 * that is whole.
 */
export async function takeOutOld(folder: FileSystemDirectoryHandle): Promise<void> {
  const whole: string[] = [];
  for (const name of await backupsIn(folder)) {
    if (await isBrokenOff(folder, name)) await folder.removeEntry(name);
    else whole.push(name);
  }
  for (const name of outOfTurn(whole, KEPT_BACKUPS)) await folder.removeEntry(name);
}

async function backupsIn(folder: FileSystemDirectoryHandle): Promise<string[]> {
  const names: string[] = [];
  for await (const name of folder.keys()) names.push(name);
  return outOfTurn(names, 0);
}

/** Deletes every backup of a folder, with the files beside them. */
export async function deleteBackups(folder: FileSystemDirectoryHandle): Promise<void> {
  for (const name of await backupsIn(folder)) await folder.removeEntry(name);
  await folder.removeEntry(FILES_FOLDER, { recursive: true }).catch((cause: DOMException) => {
    if (cause.name !== "NotFoundError") throw cause;
  });
}
