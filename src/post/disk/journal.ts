import { randomUUID } from "node:crypto";
import { existsSync } from "node:fs";
import { type FileHandle, open, readFile, truncate } from "node:fs/promises";
import path from "node:path";
import * as z from "zod";
import { PRIVATE_FILE, syncFolder, UNREADABLE, writeWhole } from "./writeWhole";

const headSchema = z.object({
  journalId: z.string(),
  /** The highest number that was given before the journal was written anew. */
  lastSeq: z.number().int().optional(),
});
type Head = z.infer<typeof headSchema>;

/** An event that has no number yet. */
export type Unnumbered<Event> = Event extends unknown ? Omit<Event, "seq"> : never;

/** Events to be written, or, after those, the journal to be written anew. */
interface Work<Event> {
  readonly events: Unnumbered<Event>[];
  readonly compact?: (events: readonly Event[]) => Event[];
  readonly done: () => void;
  readonly failed: (cause: unknown) => void;
}

/**
 * A memory of events in a file, a line each, with numbers that rise: of the post room's letters, or of what families say.
 * Events are shown to readers only after they are on disk. Events that come while one write is under way are
 * written together by the next, so that one fsync serves many. A write that fails is cut back to the last whole line.
 */
export class Journal<Event extends { seq: number }> {
  private pending: Work<Event>[] = [];
  private writing: Promise<void> | undefined;
  private closed = false;
  /** Whether a write failed and left something behind that is still to be cut off. */
  private isRagged = false;
  private isNameUnsure = false;
  private readonly waiting = new Set<() => void>();

  private constructor(
    private readonly file: string,
    readonly id: string,
    private durable: Event[],
    private handle: FileHandle | undefined,
    /** The length of all whole lines, in bytes. */
    private size: number,
    private lastSeq: number,
  ) {}

  /**
   * Opens the journal, or begins one. A last line that a crash cut short is taken off: it was never shown to anybody. Lines
   * in the middle that can't be read are set aside in a file of their own, and their numbers are never given again. Where
   * `compact` leaves half of the events or less, the journal is written anew without the others.
   */
  static async open<Event extends { seq: number }>(
    file: string,
    schema: z.ZodType<Event>,
    compact: (events: readonly Event[]) => Event[] = (events) => [...events],
  ): Promise<Journal<Event>> {
    if (!existsSync(file)) await begin(file);
    const bytes = await readFile(file);
    const wholeLength = bytes.lastIndexOf(10) + 1;
    if (wholeLength < bytes.length) await truncate(file, wholeLength);
    const [firstLine = "", ...lines] = bytes.subarray(0, wholeLength).toString("utf8").split("\n").slice(0, -1);
    const events: Event[] = [];
    const broken: string[] = [];
    const head = headSchema.safeParse(parsed(firstLine)).data;
    const id = head?.journalId ?? randomUUID();
    let lastSeq = 0;
    for (const line of lines) {
      const event = schema.safeParse(parsed(line)).data;
      // A number is never given twice, also where only the number of a line can be read.
      const seq = event?.seq ?? Number(/"seq":(\d{1,15})/.exec(line)?.[1] ?? lastSeq + 1);
      if (event && event.seq > lastSeq) events.push(event);
      else broken.push(line);
      lastSeq = Math.max(lastSeq, seq);
    }
    if (broken.length > 0) await keepAside(file, broken);
    lastSeq = Math.max(lastSeq, head?.lastSeq ?? 0);
    const kept = compact(events);
    const isWorthIt = events.length - kept.length >= Math.max(LEAST_TO_DROP, kept.length);
    const size = isWorthIt ? await writeAnew(file, { journalId: id, lastSeq }, kept) : wholeLength;
    const handle = await open(file, "a", PRIVATE_FILE);
    return new Journal(file, id, isWorthIt ? kept : events, handle, size, lastSeq);
  }

  /** The events numbered above `seq`, oldest first. */
  since(seq: number, most = Number.POSITIVE_INFINITY): Event[] {
    const from = this.placeAbove(seq);
    return this.durable.slice(from, from + most);
  }

  /** Resolves once the events are on disk. Errors: the disk takes nothing; then none of them was written. */
  append(events: Unnumbered<Event>[]): Promise<void> {
    if (events.length === 0) return Promise.resolve();
    return new Promise((done, failed) => {
      this.pending.push({ events, done, failed });
      this.writing ??= this.writePending();
    });
  }

  /** Writes the journal anew with what `compact` leaves; what comes meanwhile waits. Errors: the disk takes nothing; then all is as before. */
  compact(compact: (events: readonly Event[]) => Event[]): Promise<void> {
    return new Promise((done, failed) => {
      this.pending.push({ events: [], compact, done, failed });
      this.writing ??= this.writePending();
    });
  }

  /** How many events it holds. */
  get length(): number {
    return this.durable.length;
  }

  /** Whether the file ends with the last event that was told: after a crash nothing else can come back. */
  get isClean(): boolean {
    return !this.isRagged;
  }

  /** Takes off what failed writes left. Errors: the disk takes nothing. */
  makeClean(): Promise<void> {
    return this.isRagged ? this.compact((events) => [...events]) : Promise.resolve();
  }

  /** Resolves when there is an event numbered above `seq`, or after `ms`. */
  waitBeyond(seq: number, ms: number): Promise<void> {
    if (this.placeAbove(seq) < this.durable.length) return Promise.resolve();
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

  /** Lets whoever waits for something new look again. */
  wakeReaders(): void {
    for (const wake of this.waiting) wake();
  }

  /** Ends what is under way and touches the file no more. */
  async close(): Promise<void> {
    this.closed = true;
    this.wakeReaders();
    await this.writing;
    await this.handle?.close();
  }

  /** The place of the first event numbered above `seq`; numbers may have gaps. */
  private placeAbove(seq: number): number {
    let [low, high] = [0, this.durable.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.durable[middle]?.seq ?? 0) > seq) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  private async writePending(): Promise<void> {
    while (this.pending.length > 0) {
      const batch = this.pending;
      this.pending = [];
      const numbered = batch
        .flatMap(({ events }) => events)
        .map((event, place) => ({ seq: this.lastSeq + 1 + place, ...event }) as unknown as Event);
      const lines = Buffer.from(numbered.map((event) => `${JSON.stringify(event)}\n`).join(""));
      try {
        if (this.closed) throw new Error("The journal is closed.");
        if (lines.length > 0) {
          this.handle ??= await open(this.file, "a", PRIVATE_FILE);
          await this.makeNameSure();
          await this.cutBack();
          this.isRagged = true;
          await this.handle.appendFile(lines);
          await this.handle.datasync();
          this.isRagged = false;
        }
      } catch (cause) {
        await this.cutBack().catch(() => undefined);
        for (const { failed } of batch) failed(cause);
        continue;
      }
      this.size += lines.length;
      this.lastSeq += numbered.length;
      this.durable.push(...numbered);
      for (const { compact, done, failed } of batch) {
        if (compact) await this.writeAnew(compact).then(done, failed);
        else done();
      }
      this.wakeReaders();
    }
    this.writing = undefined;
  }

  private async writeAnew(compact: (events: readonly Event[]) => Event[]): Promise<void> {
    const kept = compact(this.durable);
    const bytes = bytesOf({ journalId: this.id, lastSeq: this.lastSeq }, kept);
    // The next write opens the file that is there then, whichever it is.
    await this.handle?.close();
    this.handle = undefined;
    await writeWhole(this.file, bytes);
    this.isRagged = false;
    this.size = bytes.length;
    this.durable = kept;
    this.isNameUnsure = true;
    await this.makeNameSure();
  }

  /** Until its folder is synced a crash may bring the file of before back, without what is written from now on. */
  private async makeNameSure(): Promise<void> {
    if (!this.isNameUnsure) return;
    await syncFolder(path.dirname(this.file));
    this.isNameUnsure = false;
  }

  /** Takes off what a failed write left. Errors: that can't be done now; it is tried again before the next write. */
  private async cutBack(): Promise<void> {
    if (!this.isRagged || !this.handle) return;
    await this.handle.truncate(this.size);
    await this.handle.datasync();
    this.isRagged = false;
  }
}

/** Fewer events than this are not worth writing the journal anew. */
const LEAST_TO_DROP = 100;

function begin(file: string): Promise<number> {
  return writeAnew(file, { journalId: randomUUID() }, []);
}

/** Writes a journal whole: after a crash it is the one before or this one. Gives its length in bytes. */
async function writeAnew(file: string, head: Head, events: readonly unknown[]): Promise<number> {
  const bytes = bytesOf(head, events);
  await writeWhole(file, bytes);
  await syncFolder(path.dirname(file));
  return bytes.length;
}

function bytesOf(head: Head, events: readonly unknown[]): Buffer {
  return Buffer.from([head, ...events].map((line) => `${JSON.stringify(line)}\n`).join(""));
}

/** Keeps lines that can't be read, beside the journal. */
async function keepAside(file: string, lines: readonly string[]): Promise<void> {
  const aside = `${file}${UNREADABLE}`;
  await writeWhole(aside, `${lines.join("\n")}\n`);
  await syncFolder(path.dirname(file));
}

function parsed(line: string): unknown {
  try {
    return JSON.parse(line);
  } catch {
    return undefined;
  }
}
