import { randomUUID } from "node:crypto";
import { existsSync } from "node:fs";
import { type FileHandle, open, readFile, truncate } from "node:fs/promises";
import path from "node:path";
import * as z from "zod";
import { PRIVATE_FILE, syncFolder, writeWhole } from "./writeWhole";

const headSchema = z.object({ journalId: z.string() });

/** An event that has no number yet. */
export type Unnumbered<Event> = Event extends unknown ? Omit<Event, "seq"> : never;

/**
 * A memory of events in a file, a line each, numbered from 1: of the post room's letters, or of what families say.
 * Events are shown to readers only after they are on disk. Events that come while one write is under way are
 * written together by the next, so that one fsync serves many.
 */
export class Journal<Event extends { seq: number }> {
  private pending: { events: Unnumbered<Event>[]; done: () => void; failed: (cause: unknown) => void }[] = [];
  private writing = false;
  private readonly waiting = new Set<() => void>();

  private constructor(
    readonly id: string,
    private readonly durable: Event[],
    private readonly handle: FileHandle,
  ) {}

  /** Opens the journal, or begins one. A last line that a crash cut short is taken off: it was never shown to anybody. */
  static async open<Event extends { seq: number }>(file: string, schema: z.ZodType<Event>): Promise<Journal<Event>> {
    if (!existsSync(file)) {
      await writeWhole(file, `${JSON.stringify({ journalId: randomUUID() })}\n`);
      await syncFolder(path.dirname(file));
    }
    const bytes = await readFile(file);
    const wholeLength = bytes.lastIndexOf(10) + 1;
    if (wholeLength < bytes.length) await truncate(file, wholeLength);
    const [head = "", ...lines] = bytes.subarray(0, wholeLength).toString("utf8").split("\n").slice(0, -1);
    const events = lines.map((line) => schema.parse(JSON.parse(line)));
    const handle = await open(file, "a", PRIVATE_FILE);
    return new Journal(headSchema.parse(JSON.parse(head)).journalId, events, handle);
  }

  /** The events numbered above `seq`, oldest first. */
  since(seq: number, most = Number.POSITIVE_INFINITY): Event[] {
    return this.durable.slice(seq, seq + most);
  }

  /** Resolves once the events are on disk. */
  append(events: Unnumbered<Event>[]): Promise<void> {
    if (events.length === 0) return Promise.resolve();
    return new Promise((done, failed) => {
      this.pending.push({ events, done, failed });
      if (!this.writing) void this.writePending();
    });
  }

  /** Resolves when there is an event numbered above `seq`, or after `ms`. */
  waitBeyond(seq: number, ms: number): Promise<void> {
    if (this.durable.length > seq) return Promise.resolve();
    return new Promise((resolve) => {
      const wake = () => {
        clearTimeout(timer);
        this.waiting.delete(wake);
        resolve();
      };
      const timer = setTimeout(wake, ms);
      this.waiting.add(wake);
    });
  }

  async close(): Promise<void> {
    for (const wake of this.waiting) wake();
    await this.handle.close();
  }

  private async writePending(): Promise<void> {
    this.writing = true;
    while (this.pending.length > 0) {
      const batch = this.pending;
      this.pending = [];
      const first = this.durable.length + 1;
      const numbered = batch
        .flatMap(({ events }) => events)
        .map((event, place) => ({ seq: first + place, ...event }) as unknown as Event);
      try {
        await this.handle.appendFile(numbered.map((event) => `${JSON.stringify(event)}\n`).join(""));
        await this.handle.datasync();
      } catch (cause) {
        for (const { failed } of batch) failed(cause);
        continue;
      }
      this.durable.push(...numbered);
      for (const { done } of batch) done();
      for (const wake of this.waiting) wake();
    }
    this.writing = false;
  }
}
