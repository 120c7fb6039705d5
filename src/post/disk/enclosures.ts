import { createHash } from "node:crypto";
import { existsSync, rmSync } from "node:fs";
import { mkdir, readdir, readFile } from "node:fs/promises";
import path from "node:path";
import type { Enclosure } from "@/core/model/enclosure";
import { Problem } from "../edge/problem";
import { PRIVATE_FOLDER, syncFolder, writeWhole } from "./writeWhole";

/** A file as it goes along with a message. */
export interface EnclosedFile {
  readonly name: string;
  readonly type: string;
  readonly content: Buffer;
}

/**
 * The files that go along with letters, each once however many letters have it, named by its SHA-256. A file goes with
 * the last letter that needs it; `tidy` takes out those that no letter ever needed.
 */
export class Enclosures {
  /** By sha256: the letters that still need the file. */
  private readonly neededBy = new Map<string, Set<string>>();
  private readonly unsure = new Set<string>();
  private readonly hashesOf = new Map<string, readonly string[]>();

  private constructor(private readonly folder: string) {}

  static async open(folder: string): Promise<Enclosures> {
    await mkdir(folder, { recursive: true, mode: PRIVATE_FOLDER });
    return new Enclosures(folder);
  }

  /** Resolves once the file is on disk. Bytes of another sha256 are refused. */
  async put(sha256: string, bytes: Buffer): Promise<void> {
    if (sha256Of(bytes) !== sha256) throw new Problem("not readable", "The file is not the one that its sha256 names.");
    if (this.has(sha256) && !this.unsure.has(sha256)) return;
    // Until its folder is synced its name may be forgotten, also where that failed at first.
    this.unsure.add(sha256);
    await writeWhole(this.fileOf(sha256), bytes);
    await syncFolder(this.folder);
    this.unsure.delete(sha256);
  }

  /** Notes that a letter needs its files; refused where one is not there. */
  need(letterId: string, enclosures: readonly Enclosure[] = []): void {
    this.mustHave(enclosures);
    this.recall(letterId, enclosures);
  }

  /** Knows again, after a restart, what a letter needs. */
  recall(letterId: string, enclosures: readonly Enclosure[] = []): void {
    if (enclosures.length === 0) return;
    this.hashesOf.set(
      letterId,
      enclosures.map(({ sha256 }) => sha256),
    );
    for (const { sha256 } of enclosures)
      this.neededBy.set(sha256, (this.neededBy.get(sha256) ?? new Set()).add(letterId));
  }

  /** A letter has met its fate. */
  release(letterId: string): void {
    const hashes = this.hashesOf.get(letterId) ?? [];
    this.hashesOf.delete(letterId);
    for (const sha256 of hashes) this.neededBy.get(sha256)?.delete(letterId);
    this.drop(hashes);
  }

  /** Takes out those of some files that no letter needs. */
  drop(hashes: readonly string[]): void {
    for (const sha256 of hashes) {
      if ((this.neededBy.get(sha256)?.size ?? 0) > 0) continue;
      this.neededBy.delete(sha256);
      // At once, so that no letter can find the file in the moment before it goes.
      rmSync(this.fileOf(sha256), { force: true });
    }
  }

  /** The files of a letter. Errors: one is not there, or is not what it was any more. */
  async filesOf(enclosures: readonly Enclosure[] = []): Promise<EnclosedFile[]> {
    this.mustHave(enclosures);
    return Promise.all(
      enclosures.map(async ({ sha256, name, type }) => {
        const content = await readFile(this.fileOf(sha256));
        if (sha256Of(content) !== sha256) throw new Problem("not there", `“${name}” was changed on the disk.`);
        return { name, type, content };
      }),
    );
  }

  /** Takes out what no letter needs, such as what a crash left. */
  async tidy(): Promise<void> {
    this.drop(await readdir(this.folder));
  }

  private mustHave(enclosures: readonly Enclosure[]): void {
    const gone = enclosures.find(({ sha256 }) => !this.has(sha256));
    if (gone)
      throw new Problem("not there", `“${gone.name}” was not handed over before the letter it goes along with.`);
  }

  private has(sha256: string): boolean {
    return existsSync(this.fileOf(sha256));
  }

  private fileOf(sha256: string): string {
    return path.join(this.folder, sha256);
  }
}

function sha256Of(bytes: Buffer): string {
  return createHash("sha256").update(bytes).digest("hex");
}
