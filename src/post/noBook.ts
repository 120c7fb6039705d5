import { createHmac } from "node:crypto";
import { existsSync } from "node:fs";
import { readFile } from "node:fs/promises";
import path from "node:path";
import * as z from "zod";
import { type No, noSchema } from "@/core/backup/serverPart";
import { syncFolder, writeWhole } from "./disk/writeWhole";

const FILE = "noes.json";

/**
 * The addresses that no letters are wanted at. It knows none of them: only a code of each, made with a secret of this server
 * (HMAC-SHA-256, RFC 2104), which survives whatever is erased elsewhere. Every letter is held against it before it leaves.
 */
export class NoBook {
  private constructor(
    private readonly folder: string,
    private readonly secrets: () => readonly string[],
    private readonly post: No["post"],
    private readonly now: () => number,
    private noes: Map<string, No>,
  ) {}

  /** Opens the book of a folder; `post` says whether what is said now is meant for practice. */
  static async open(
    folder: string,
    secrets: () => readonly string[],
    post: No["post"],
    now: () => number,
  ): Promise<NoBook> {
    const file = path.join(folder, FILE);
    const kept = existsSync(file) ? z.array(noSchema).parse(JSON.parse(await readFile(file, "utf8"))) : [];
    return new NoBook(folder, secrets, post, now, new Map(kept.map((no) => [keyOf(no), no])));
  }

  /** The code of an address; its case plays no part. */
  codeOf(address: string): string {
    return this.codesOf(address)[0] ?? "";
  }

  /** The same, and the codes that it had with the secrets of before. */
  codesOf(address: string): string[] {
    const words = `address|${address.trim().toLowerCase()}`;
    return this.secrets().map((secret) => createHmac("sha256", secret).update(words).digest("base64url"));
  }

  /** All of them. */
  all(): readonly No[] {
    return [...this.noes.values()];
  }

  /** Adds those of another computer. */
  async takeIn(noes: readonly No[]): Promise<void> {
    const fresh = noes.filter((no) => !this.noes.has(keyOf(no)));
    if (fresh.length > 0) await this.keep([...this.noes.values(), ...fresh]);
  }

  /** Whether no letters are wanted at an address. */
  isClosed(address: string): boolean {
    if (this.noes.size === 0) return false;
    return this.codesOf(address).some((code) => this.noes.has(keyOf({ code, post: this.post })));
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
