import { existsSync } from "node:fs";
import { readFile } from "node:fs/promises";
import path from "node:path";
import * as z from "zod";
import { syncFolder, writeWhole } from "./disk/writeWhole";

const holdsSchema = z.record(z.string(), z.array(z.string()));
const FILE = "holds.json";

/**
 * Addresses at which an answer to a card asks for no letters, by code, as long as the teacher has not looked at the answer.
 * Anybody can fill a card in, so it is no last word; until then letters wait.
 */
export class CardHolds {
  private constructor(
    private readonly folder: string,
    /** The codes of an address, the present one first. */
    private readonly codesOf: (address: string) => readonly string[],
    private byAnswer: ReadonlyMap<string, readonly string[]>,
  ) {}

  static async open(folder: string, codesOf: (address: string) => readonly string[]): Promise<CardHolds> {
    const file = path.join(folder, FILE);
    const kept = existsSync(file) ? holdsSchema.parse(JSON.parse(await readFile(file, "utf8"))) : {};
    return new CardHolds(folder, codesOf, new Map(Object.entries(kept)));
  }

  /** Whether letters to an address wait. */
  has(address: string): boolean {
    if (this.byAnswer.size === 0) return false;
    const named = this.codesOf(address);
    return [...this.byAnswer.values()].some((codes) => named.some((code) => codes.includes(code)));
  }

  /** What an answer, or its correction, asks for. Resolves once it is on disk. */
  async say(answerId: string, addresses: readonly string[]): Promise<void> {
    const codes = addresses.map((address) => this.codesOf(address)[0] ?? "");
    const before = this.byAnswer.get(answerId) ?? [];
    if (codes.length === before.length && codes.every((code) => before.includes(code))) return;
    const next = new Map(this.byAnswer);
    if (codes.length > 0) next.set(answerId, codes);
    else next.delete(answerId);
    await this.keep(next);
  }

  /** The teacher has taken answers in, or refused them. Resolves with whether any of them held letters. */
  async settle(answerIds: readonly string[]): Promise<boolean> {
    const gone = new Set(answerIds);
    const next = new Map([...this.byAnswer].filter(([id]) => !gone.has(id)));
    if (next.size === this.byAnswer.size) return false;
    await this.keep(next);
    return true;
  }

  /** What every answer holds. */
  all(): Record<string, string[]> {
    return Object.fromEntries([...this.byAnswer].map(([id, codes]) => [id, [...codes]]));
  }

  /** Adds what answers of another computer hold. */
  async takeIn(holds: Readonly<Record<string, readonly string[]>>): Promise<void> {
    const fresh = Object.entries(holds).filter(([id]) => !this.byAnswer.has(id));
    if (fresh.length > 0) await this.keep(new Map([...this.byAnswer, ...fresh]));
  }

  private async keep(next: ReadonlyMap<string, readonly string[]>): Promise<void> {
    await writeWhole(path.join(this.folder, FILE), JSON.stringify(Object.fromEntries(next)));
    await syncFolder(this.folder);
    this.byAnswer = next;
  }
}
