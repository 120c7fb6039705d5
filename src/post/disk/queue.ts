import { createHash, randomUUID } from "node:crypto";
import { mkdir, readdir, readFile, rename, rm, stat } from "node:fs/promises";
import path from "node:path";
import * as z from "zod";
import { type HandedLetter, handedLetterSchema } from "@/core/delivery/handOver";
import { letterAboutSchema } from "@/core/delivery/letterAbout";
import { idSchema } from "@/core/model/id";
import { PRIVATE_FOLDER, syncFolder, UNREADABLE, writeWhole } from "./writeWhole";

const queuedSchema = z.object({
  roundId: idSchema,
  leavesAt: z.number(),
  letter: handedLetterSchema,
  /** By which post it was handed over to leave. */
  post: z.enum(["practice", "relay"]).default("practice"),
  /** How far the families' journal was read where it was handed over. */
  familySeq: z.number().int().default(0),
  /** Of a letter to many: for how many it was taken before, and for whom not, in words. */
  taken: z.number().int().default(0),
  startBy: z.number().optional(),
  notAfter: z.number().optional(),
  gatheredFor: z.array(z.enum(["daily", "weekly"])).optional(),
  laidBy: z.string().optional(),
  about: letterAboutSchema.optional(),
  refused: z.array(z.string()).default([]),
});
export type QueuedLetter = z.infer<typeof queuedSchema>;
/** A letter as it comes into the queue, with its bytes where they are made already. */
type NewlyQueued = Pick<QueuedLetter, "roundId" | "leavesAt" | "letter"> &
  Partial<Omit<QueuedLetter, "roundId" | "leavesAt" | "letter">> & { readonly bytes?: Buffer };

/** Letters that were handed over together. Before, each had a file of its own. */
const bundleSchema = z.preprocess((value) => (Array.isArray(value) ? value : [value]), z.array(queuedSchema));

const ENDING = ".json";
/** What is handed over is kept in memory up to this, so that letters that leave at once need not be read again. */
const MOST_BYTES_IN_MEMORY = 64_000_000;

/**
 * The texts of the letters that have not met their fate yet. What was handed over together is one file, written with one
 * fsync. A file goes with the last text that is wanted of it; `tidy` takes out the others before.
 */
export class Queue {
  /** By file: the letters whose text is still wanted. */
  private readonly wanted = new Map<string, Set<string>>();
  private readonly fileOf = new Map<string, string>();
  private readonly untidy = new Set<string>();
  /** What is in memory, what was asked for last at the end. */
  private readonly read = new Map<string, { letters: Promise<QueuedLetter[]>; bytes: number }>();
  /** What is being written or deleted now. */
  private readonly underWay = new Set<Promise<unknown>>();
  private closed = false;

  private constructor(private readonly folder: string) {}

  static async open(folder: string): Promise<Queue> {
    await mkdir(folder, { recursive: true, mode: PRIVATE_FOLDER });
    const queue = new Queue(folder);
    const files: { name: string; at: number }[] = [];
    for (const name of await readdir(folder)) {
      if (name.endsWith(UNREADABLE)) continue;
      if (!name.endsWith(ENDING)) await rm(path.join(folder, name));
      else files.push({ name, at: (await stat(path.join(folder, name))).mtimeMs });
    }
    // A letter that a crash left in two files is what the newer says.
    for (const { name } of files.sort((a, b) => a.at - b.at)) {
      const letters = await queue.bundle(name).catch(() => undefined);
      if (letters) queue.know(name, letters);
      // It is kept beside the others; its letters are refused with that reason.
      else await rename(path.join(folder, name), path.join(folder, `${name}${UNREADABLE}`));
    }
    return queue;
  }

  /** Resolves once all of them are on disk. */
  async put(newLetters: readonly NewlyQueued[]): Promise<void> {
    if (newLetters.length === 0) return;
    const letters = newLetters.map(
      ({ bytes: _bytes, ...one }): QueuedLetter => ({ post: "practice", familySeq: 0, taken: 0, refused: [], ...one }),
    );
    const name = `${randomUUID()}${ENDING}`;
    const bytes = bundleBytes(
      letters.map((queued, place) => [queued, newLetters[place]?.bytes ?? bytesOf(queued.letter)]),
    );
    await this.change(async () => {
      await writeWhole(path.join(this.folder, name), bytes);
      await syncFolder(this.folder);
    });
    this.know(name, letters);
    // What came before leaves before: it is not put out for what comes now.
    if (this.bytesInMemory() + bytes.length <= MOST_BYTES_IN_MEMORY)
      this.read.set(name, { letters: Promise.resolve(letters), bytes: bytes.length });
  }

  async get(letterId: string): Promise<QueuedLetter> {
    const name = this.fileOf.get(letterId);
    const found = name && (await this.bundle(name)).find(({ letter }) => letter.id === letterId);
    if (!found) throw new Error(`The text of letter ${letterId} is not there.`);
    return found;
  }

  /** What is left to do of a letter to many takes the place of the whole. */
  async narrow(queued: QueuedLetter): Promise<void> {
    // Its old place is let go once the new one is on disk.
    await this.put([queued]);
    await this.tidy();
  }

  /** Nobody asks for a letter's text any more. */
  async remove(letterId: string): Promise<void> {
    const name = this.fileOf.get(letterId);
    if (name === undefined) return;
    this.fileOf.delete(letterId);
    this.letGo(name, letterId);
    if (this.wanted.get(name)?.size === 0) await this.drop(name);
  }

  /** Takes the texts that nobody wants out of files that hold others as well. */
  async tidy(): Promise<void> {
    for (const name of [...this.untidy]) {
      this.untidy.delete(name);
      const letters = await this.bundle(name);
      const left = letters.filter(({ letter }) => this.wanted.get(name)?.has(letter.id));
      if (left.length > 0) {
        await this.change(() => writeWhole(path.join(this.folder, name), JSON.stringify(left)));
        this.read.delete(name);
      }
      // The last of them may have gone meanwhile.
      if ((this.wanted.get(name)?.size ?? 0) === 0) await this.drop(name);
    }
  }

  /** Ends what is under way and touches the folder no more. */
  async close(): Promise<void> {
    this.closed = true;
    await Promise.allSettled(this.underWay);
  }

  letterIds(): string[] {
    return [...this.fileOf.keys()];
  }

  private know(name: string, letters: readonly QueuedLetter[]): void {
    this.wanted.set(name, new Set(letters.map(({ letter }) => letter.id)));
    for (const { letter } of letters) {
      const before = this.fileOf.get(letter.id);
      if (before !== undefined) this.letGo(before, letter.id);
      this.fileOf.set(letter.id, name);
    }
  }

  /** A file is not asked for a letter any more; what nobody wants of it goes when the queue is tidied. */
  private letGo(name: string, letterId: string): void {
    this.wanted.get(name)?.delete(letterId);
    this.untidy.add(name);
  }

  private async drop(name: string): Promise<void> {
    this.wanted.delete(name);
    this.untidy.delete(name);
    this.read.delete(name);
    await this.change(() => rm(path.join(this.folder, name), { force: true }));
  }

  private async change(work: () => Promise<unknown>): Promise<void> {
    if (this.closed) throw new Error("The queue is closed.");
    const working = work();
    this.underWay.add(working);
    await working.finally(() => this.underWay.delete(working));
  }

  private bundle(name: string): Promise<QueuedLetter[]> {
    const known = this.read.get(name);
    // What was asked for last stands at the end.
    this.read.delete(name);
    const entry = known ?? { bytes: 0, letters: this.readBundle(name) };
    this.read.set(name, entry);
    return entry.letters;
  }

  private async readBundle(name: string): Promise<QueuedLetter[]> {
    try {
      const bytes = await readFile(path.join(this.folder, name));
      const entry = this.read.get(name);
      if (entry) entry.bytes = bytes.length;
      for (const other of this.read.keys()) {
        if (this.bytesInMemory() <= MOST_BYTES_IN_MEMORY) break;
        if (other !== name) this.read.delete(other);
      }
      return bundleSchema.parse(JSON.parse(bytes.toString("utf8")));
    } catch (cause) {
      this.read.delete(name);
      throw cause;
    }
  }

  private bytesInMemory(): number {
    return [...this.read.values()].reduce((sum, { bytes }) => sum + bytes, 0);
  }
}

/** A letter as it is written down. */
export function bytesOf(letter: HandedLetter): Buffer {
  return Buffer.from(JSON.stringify(letter));
}

/** Tells letters of the same id but other content apart, by their bytes: SHA-256. */
export function contentHash(bytes: Buffer): string {
  return createHash("sha256").update(bytes).digest("base64url");
}

/** What a letter with files was told apart by before its files were named by their SHA-256 under that name. */
export function formerContentHash(letter: HandedLetter): string | undefined {
  const { enclosures } = letter;
  if (!enclosures) return undefined;
  const former = enclosures.map(({ sha256: digest, ...rest }) => ({ digest, ...rest }));
  return contentHash(Buffer.from(JSON.stringify({ ...letter, enclosures: former })));
}

/** A bundle in JSON, made of letters that are bytes already. */
function bundleBytes(letters: readonly (readonly [QueuedLetter, Buffer])[]): Buffer {
  const parts = letters.flatMap(([{ letter: _letter, ...rest }, bytes], place) => [
    Buffer.from(`${place === 0 ? "[" : ","}${JSON.stringify(rest).slice(0, -1)},"letter":`),
    bytes,
    Buffer.from("}"),
  ]);
  return Buffer.concat([...parts, Buffer.from("]")]);
}
