import { createHash } from "node:crypto";
import { mkdir, readdir, readFile, rm } from "node:fs/promises";
import path from "node:path";
import * as z from "zod";
import { type HandedLetter, handedLetterSchema, idSchema } from "@/core/delivery/handOver";
import { PRIVATE_FOLDER, syncFolder, writeWhole } from "./durableFile";

const queuedSchema = z.object({ roundId: idSchema, leavesAt: z.number(), letter: handedLetterSchema });
export type QueuedLetter = z.infer<typeof queuedSchema>;

const ENDING = ".json";

/** The texts of the letters that have not met their fate yet: a file each, deleted once the fate is final. */
export class Queue {
  private constructor(private readonly folder: string) {}

  static async open(folder: string): Promise<Queue> {
    await mkdir(folder, { recursive: true, mode: PRIVATE_FOLDER });
    for (const name of await readdir(folder)) {
      if (!name.endsWith(ENDING)) await rm(path.join(folder, name));
    }
    return new Queue(folder);
  }

  /** Resolves once all of them are on disk. */
  async put(letters: readonly QueuedLetter[]): Promise<void> {
    await Promise.all(letters.map((queued) => writeWhole(this.fileOf(queued.letter.id), JSON.stringify(queued))));
    await syncFolder(this.folder);
  }

  async get(letterId: string): Promise<QueuedLetter> {
    return queuedSchema.parse(JSON.parse(await readFile(this.fileOf(letterId), "utf8")));
  }

  async remove(letterId: string): Promise<void> {
    await rm(this.fileOf(letterId), { force: true });
  }

  async letterIds(): Promise<string[]> {
    return (await readdir(this.folder)).filter((name) => name.endsWith(ENDING)).map((name) => path.parse(name).name);
  }

  private fileOf(letterId: string): string {
    return path.join(this.folder, `${idSchema.parse(letterId)}${ENDING}`);
  }
}

/** Tells letters of the same id but other content apart. */
export function digestOf(letter: HandedLetter): string {
  return createHash("sha256").update(JSON.stringify(letter)).digest("base64url");
}
