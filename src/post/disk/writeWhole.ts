import { randomUUID } from "node:crypto";
import { open, rename } from "node:fs/promises";
import path from "node:path";

/** Only the owner may read what is below the data folder. */
export const PRIVATE_FILE = 0o600;
export const PRIVATE_FOLDER = 0o700;

/** What can't be read is kept beside the others under this ending. */
export const UNREADABLE = ".unreadable";

/**
 * Writes a file so that after a crash it is either there whole or not there at all: temporary file, fsync, rename.
 * The caller syncs the folder afterwards, once for many files.
 */
export async function writeWhole(file: string, data: string | Uint8Array, temporaryFolder = path.dirname(file)) {
  const temporary = path.join(temporaryFolder, `.${randomUUID()}.tmp`);
  const handle = await open(temporary, "w", PRIVATE_FILE);
  try {
    await handle.writeFile(data);
    await handle.sync();
  } finally {
    await handle.close();
  }
  await rename(temporary, file);
}

/** Makes renames and removals in a folder survive a crash. */
export async function syncFolder(folder: string): Promise<void> {
  const handle = await open(folder, "r");
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
