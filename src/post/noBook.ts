import { createHmac } from "node:crypto";
import { existsSync } from "node:fs";
import { readFile } from "node:fs/promises";
import path from "node:path";
import * as z from "zod";
import { syncFolder, writeWhole } from "./disk/writeWhole";

/** One address that no letters are wanted at, by its code alone. `at` in ms since the epoch. */
const noSchema = z.object({
  code: z.string(),
  at: z.number(),
  by: z.enum(["the family", "the teacher"]),
  /** A no that was said in the practice post never meets real letters. */
  post: z.enum(["practice", "relay"]),
});
type No = z.infer<typeof noSchema>;

const FILE = "noes.json";

/**
 * The addresses that no letters are wanted at. It knows none of them: only a code of each, made with a secret of this server
 * (HMAC-SHA-256, RFC 2104), which survives whatever is erased elsewhere. Every letter is held against it before it leaves.
 */
export class NoBook {
  private constructor(
    private readonly folder: string,
    private readonly secret: string,
    private readonly post: No["post"],
    private readonly now: () => number,
    private noes: Map<string, No>,
  ) {}

  /** Opens the book of a folder; `post` says whether what is said now is meant for practice. */
  static async open(folder: string, secret: string, post: No["post"], now: () => number): Promise<NoBook> {
    const file = path.join(folder, FILE);
    const kept = existsSync(file) ? z.array(noSchema).parse(JSON.parse(await readFile(file, "utf8"))) : [];
    return new NoBook(folder, secret, post, now, new Map(kept.map((no) => [keyOf(no), no])));
  }

  /** The code of an address; its case plays no part. */
  codeOf(address: string): string {
    return createHmac("sha256", this.secret).update(`address|${address.trim().toLowerCase()}`).digest("base64url");
  }

  /** Whether no letters are wanted at an address. */
  isClosed(address: string): boolean {
    return this.noes.has(keyOf({ code: this.codeOf(address), post: this.post }));
  }

  /** Keeps that no letters are wanted at some addresses, by code. Resolves with those that are news, once that is on disk. */
  async close(codes: readonly string[], by: No["by"]): Promise<string[]> {
    const fresh = [...new Set(codes)].filter((code) => !this.noes.has(keyOf({ code, post: this.post })));
    if (fresh.length > 0)
      await this.keep([...this.noes.values(), ...fresh.map((code) => ({ code, at: this.now(), by, post: this.post }))]);
    return fresh;
  }

  /** Takes it back: the family said so, or the teacher on purpose. */
  async reopen(codes: readonly string[]): Promise<void> {
    const open = new Set(codes.map((code) => keyOf({ code, post: this.post })));
    const left = [...this.noes.values()].filter((no) => !open.has(keyOf(no)));
    if (left.length < this.noes.size) await this.keep(left);
  }

  private async keep(noes: readonly No[]): Promise<void> {
    await writeWhole(path.join(this.folder, FILE), JSON.stringify(noes));
    await syncFolder(this.folder);
    this.noes = new Map(noes.map((no) => [keyOf(no), no]));
  }
}

function keyOf({ code, post }: Pick<No, "code" | "post">): string {
  return `${post}/${code}`;
}
