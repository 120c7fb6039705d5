import { existsSync } from "node:fs";
import { readdir, readFile } from "node:fs/promises";
import path from "node:path";
import { type ParsedMail, simpleParser } from "mailparser";

export interface Delivered {
  readonly address: string;
  readonly mail: ParsedMail;
}

/** Every message in every mailbox below a data folder, read from disk by an independent MIME parser. */
export async function delivered(dataFolder: string): Promise<Delivered[]> {
  const files = await messageFiles(dataFolder);
  return Promise.all(
    files.map(async ({ address, file }) => ({ address, mail: await simpleParser(await readFile(file)) })),
  );
}

/** How many messages there are. */
export async function deliveredCount(dataFolder: string): Promise<number> {
  return (await messageFiles(dataFolder)).length;
}

async function messageFiles(dataFolder: string): Promise<{ address: string; file: string }[]> {
  const root = path.join(dataFolder, "mailboxes");
  if (!existsSync(root)) return [];
  const found: { address: string; file: string }[] = [];
  for (const folder of await readdir(root)) {
    const box = path.join(root, folder, "new");
    if (!existsSync(box)) continue;
    for (const name of await readdir(box)) {
      if (!name.startsWith(".")) found.push({ address: decodeURIComponent(folder), file: path.join(box, name) });
    }
  }
  return found;
}
