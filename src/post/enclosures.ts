import { createHash } from "node:crypto";
import { existsSync, rmSync } from "node:fs";
import { mkdir, readdir, readFile } from "node:fs/promises";
import path from "node:path";
import type { Enclosure } from "@/core/model/enclosure";
import { PRIVATE_FOLDER, syncFolder, writeWhole } from "./durableFile";
import { Problem } from "./problem";

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
  /** By digest: the letters that still need the file. */
  private readonly neededBy = new Map<string, Set<string>>();
  private readonly digestsOf = new Map<string, readonly string[]>();

  private constructor(private readonly folder: string) {}

  static async open(folder: string): Promise<Enclosures> {
    await mkdir(folder, { recursive: true, mode: PRIVATE_FOLDER });
    return new Enclosures(folder);
  }

  /** Resolves once the file is on disk. Bytes of another digest are refused. */
  async put(digest: string, bytes: Buffer): Promise<void> {
    if (createHash("sha256").update(bytes).digest("hex") !== digest)
      throw new Problem("not readable", "The file is not the one that its digest names.");
    if (this.has(digest)) return;
    await writeWhole(this.fileOf(digest), bytes);
    await syncFolder(this.folder);
  }

  /** Notes that a letter needs its files; refused where one is not there. */
  need(letterId: string, enclosures: readonly Enclosure[] = []): void {
    this.mustHave(enclosures);
    this.recall(letterId, enclosures);
  }

  /** Knows again, after a restart, what a letter needs. */
  recall(letterId: string, enclosures: readonly Enclosure[] = []): void {
    if (enclosures.length === 0) return;
    this.digestsOf.set(
      letterId,
      enclosures.map(({ digest }) => digest),
    );
    for (const { digest } of enclosures)
      this.neededBy.set(digest, (this.neededBy.get(digest) ?? new Set()).add(letterId));
  }

  /** A letter has met its fate. */
  release(letterId: string): void {
    const digests = this.digestsOf.get(letterId) ?? [];
    this.digestsOf.delete(letterId);
    for (const digest of digests) this.neededBy.get(digest)?.delete(letterId);
    this.drop(digests);
  }

  /** Takes out those of some files that no letter needs. */
  drop(digests: readonly string[]): void {
    for (const digest of digests) {
      if ((this.neededBy.get(digest)?.size ?? 0) > 0) continue;
      this.neededBy.delete(digest);
      // At once, so that no letter can find the file in the moment before it goes.
      rmSync(this.fileOf(digest), { force: true });
    }
  }

  /** The files of a letter. Errors: one is not there. */
  async filesOf(enclosures: readonly Enclosure[] = []): Promise<EnclosedFile[]> {
    this.mustHave(enclosures);
    return Promise.all(
      enclosures.map(async ({ digest, name, type }) => ({ name, type, content: await readFile(this.fileOf(digest)) })),
    );
  }

  /** Takes out what no letter needs, such as what a crash left. */
  async tidy(): Promise<void> {
    this.drop(await readdir(this.folder));
  }

  private mustHave(enclosures: readonly Enclosure[]): void {
    const gone = enclosures.find(({ digest }) => !this.has(digest));
    if (gone)
      throw new Problem("not there", `“${gone.name}” was not handed over before the letter it goes along with.`);
  }

  private has(digest: string): boolean {
    return existsSync(this.fileOf(digest));
  }

  private fileOf(digest: string): string {
    return path.join(this.folder, digest);
  }
}
