import { createHash } from "node:crypto";
import { existsSync } from "node:fs";
import { mkdir, readdir, readFile, rm, stat } from "node:fs/promises";
import path from "node:path";
import { PRIVATE_FOLDER, syncFolder, writeWhole } from "../disk/writeWhole";
import { isNamedIn } from "../edge/isNamedIn";
import { Problem } from "../edge/problem";

export interface MailboxSummary {
  readonly address: string;
  readonly messages: number;
  /** When the newest message came, ms since the epoch. */
  readonly newestAt: number;
}

/** The families' mailboxes: a Maildir folder per address, a file per message, named after its Message-ID. */
export class Maildir {
  constructor(private readonly root: string) {}

  /** Keeps a message; resolves once it is on disk. A message whose Message-ID is already there is dropped, and told as such. */
  async deliver(address: string, messageId: string, message: Uint8Array): Promise<"delivered" | "already there"> {
    const box = this.folderOf(address);
    const name = nameOf(messageId);
    const file = path.join(box, "new", name);
    if (existsSync(file)) return "already there";
    for (const part of ["tmp", "new", "cur"]) {
      await mkdir(path.join(/* turbopackIgnore: true */ box, part), { recursive: true, mode: PRIVATE_FOLDER });
    }
    await writeWhole(file, message, path.join(box, "tmp"));
    await syncFolder(path.dirname(file));
    return "delivered";
  }

  /** Notes that the sender of a letter to a mailbox was asked to come again; gives whether that is new. It is known over a restart. */
  async askAgain(address: string): Promise<boolean> {
    const box = this.folderOf(address);
    await mkdir(box, { recursive: true, mode: PRIVATE_FOLDER });
    const mark = path.join(/* turbopackIgnore: true */ box, "asked");
    if (existsSync(mark)) return false;
    await writeWhole(mark, "");
    return true;
  }

  /** All mailboxes that have ever got a message, the newest first. */
  async mailboxes(): Promise<MailboxSummary[]> {
    if (!existsSync(this.root)) return [];
    const boxes = await Promise.all(
      (await readdir(this.root)).map(async (folder) => {
        const files = await this.files(path.join(this.root, folder));
        return {
          address: decodeURIComponent(folder),
          messages: files.length,
          newestAt: Math.max(0, ...files.map(({ at }) => at)),
        };
      }),
    );
    return boxes
      .filter(({ messages }) => messages > 0)
      .sort((a, b) => b.newestAt - a.newestAt || a.address.localeCompare(b.address));
  }

  /** The messages of one mailbox, the newest first. */
  async messages(address: string): Promise<{ name: string; at: number }[]> {
    return (await this.files(this.folderOf(address))).sort((a, b) => b.at - a.at || a.name.localeCompare(b.name));
  }

  /** One message as it came by mail (RFC 5322). */
  async read(address: string, name: string): Promise<Uint8Array> {
    const file = path.join(this.folderOf(address), "new", name);
    if (!/^[0-9a-f]{40}$/.test(name) || !existsSync(file)) throw new Problem("not there", "There is no such message.");
    return readFile(file);
  }

  /** Takes out some mailboxes, messages by their Message-IDs, and every message that names somebody. */
  async forget(addresses: readonly string[], messageIds: readonly string[], words: readonly string[]): Promise<void> {
    const gone = new Set(messageIds.map(nameOf));
    for (const address of addresses) await rm(this.folderOf(address), { recursive: true, force: true });
    for (const { address } of await this.mailboxes()) {
      for (const { name } of await this.messages(address)) {
        if (gone.has(name) || (await isNamedIn(await this.read(address, name), words)))
          await rm(path.join(this.folderOf(address), "new", name), { force: true });
      }
    }
  }

  /** Empties every mailbox. */
  async reset(): Promise<void> {
    await rm(this.root, { recursive: true, force: true });
  }

  private async files(box: string): Promise<{ name: string; at: number }[]> {
    const folder = path.join(box, "new");
    if (!existsSync(folder)) return [];
    return Promise.all(
      (await readdir(folder)).map(async (name) => ({ name, at: (await stat(path.join(folder, name))).mtimeMs })),
    );
  }

  /** An address always holds an @, which is encoded, so no address can name another folder. */
  private folderOf(address: string): string {
    if (!address.includes("@")) throw new Problem("not readable", "A mailbox is named by an address.");
    return path.join(this.root, encodeURIComponent(address.toLowerCase()));
  }
}

function nameOf(messageId: string): string {
  return createHash("sha256").update(messageId).digest("hex").slice(0, 40);
}
