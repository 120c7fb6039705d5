import path from "node:path";
import type { Random } from "@/core/random";

interface Inode {
  live: Buffer;
  /** What was synced last; none of a file that never was. */
  durable: Buffer | undefined;
  /** What it was since then: the system may have written any of it. */
  between: Buffer[];
}

/**
 * A disk in memory, as bad as disks may be: what was not synced may be gone after a crash, in part or whole; names that were
 * given or taken away may not be so without a sync of their folder; writes fail, also halfway.
 */
export class ForgetfulDisk {
  private names = new Map<string, Inode>();
  private durableNames = new Map<string, Inode>();
  private readonly folders = new Set(["/disk"]);
  private life = 0;
  private stepsLeft = Number.POSITIVE_INFINITY;
  private failures = 0;
  private writesToFailure = 0;
  private onDeath: () => void = () => undefined;
  /** Resolves when the computer dies. */
  died = new Promise<void>(() => undefined);
  steps = 0;

  constructor(private readonly random: Random) {}

  /** A file that is there, safely. */
  put(name: string, text: string): void {
    const inode: Inode = { live: Buffer.from(text), durable: Buffer.from(text), between: [] };
    this.names.set(name, inode);
    this.durableNames.set(name, inode);
  }

  /** After so many steps from now the computer dies: nothing that is asked is answered any more. */
  dieAfter(steps: number): void {
    this.stepsLeft = steps;
    this.died = new Promise((resolve) => {
      this.onDeath = resolve;
    });
  }

  /** The computer dies at once. */
  die(): void {
    this.stepsLeft = 0;
  }

  /** So many writes fail, after some that go well. */
  failSoon(writes: number, after: number): void {
    this.failures = writes;
    this.writesToFailure = after;
  }

  /** Begins anew with what survived. */
  restart(): void {
    this.life += 1;
    this.died = new Promise(() => undefined);
    this.stepsLeft = Number.POSITIVE_INFINITY;
    this.failures = 0;
    const survived = new Map(this.durableNames);
    for (const name of new Set([...this.names.keys(), ...this.durableNames.keys()])) {
      const now = this.names.get(name);
      // A change of a name that was not synced may have happened or not.
      if (now === this.durableNames.get(name) || this.random.chance(0.5)) continue;
      if (now) survived.set(name, now);
      else survived.delete(name);
    }
    for (const inode of new Set(survived.values())) {
      inode.live = inode.durable = this.whatIsLeftOf(inode);
      inode.between = [];
    }
    this.names = new Map(survived);
    this.durableNames = survived;
  }

  private whatIsLeftOf({ live, between, durable = Buffer.alloc(0) }: Inode): Buffer {
    const some = this.random.pick([durable, ...between, live]);
    const isLonger = some.length > durable.length && some.subarray(0, durable.length).equals(durable);
    return isLonger ? some.subarray(0, this.random.whole(durable.length, some.length)) : some;
  }

  /** One step of the disk. Where the computer is dead it never comes to an end; `write` may fail. */
  private async step<Answer>(work: () => Answer, writing?: (isHalf: boolean) => void): Promise<Answer> {
    const { life } = this;
    await Promise.resolve();
    this.steps += 1;
    this.stepsLeft -= 1;
    if (this.stepsLeft === 0) this.onDeath();
    if (this.stepsLeft <= 0 || life !== this.life) return new Promise(() => undefined);
    if (writing && this.failures > 0 && --this.writesToFailure < 0) {
      this.failures -= 1;
      writing(true);
      throw Object.assign(new Error("ENOSPC: no space left on device"), { code: "ENOSPC" });
    }
    return work();
  }

  private inode(name: string): Inode {
    const found = this.names.get(name);
    if (!found) throw Object.assign(new Error(`ENOENT: no such file, ${name}`), { code: "ENOENT" });
    return found;
  }

  private syncFolder(folder: string): void {
    for (const name of new Set([...this.names.keys(), ...this.durableNames.keys()])) {
      if (path.dirname(name) !== folder) continue;
      const now = this.names.get(name);
      if (now) this.durableNames.set(name, now);
      else this.durableNames.delete(name);
    }
  }

  /** The part of `node:fs/promises` that the post works with. */
  readonly promises = {
    open: (name: string, flags: string) =>
      this.step(
        () => {
          if (this.folders.has(name)) return this.folderHandle(name);
          if (flags === "w") this.names.set(name, { live: Buffer.alloc(0), durable: undefined, between: [] });
          return this.fileHandle(this.inode(name));
        },
        flags === "w" ? () => undefined : undefined,
      ),
    readFile: (name: string, encoding?: BufferEncoding) =>
      this.step(() => (encoding ? this.inode(name).live.toString(encoding) : Buffer.from(this.inode(name).live))),
    readdir: (folder: string) =>
      this.step(() =>
        [...this.names.keys()].filter((name) => path.dirname(name) === folder).map((name) => path.basename(name)),
      ),
    rename: (from: string, to: string) =>
      this.step(
        () => {
          this.names.set(to, this.inode(from));
          this.names.delete(from);
        },
        () => undefined,
      ),
    rm: (name: string) => this.step(() => void this.names.delete(name)),
    mkdir: (folder: string) =>
      this.step(() => {
        for (let one = folder; one !== "/"; one = path.dirname(one)) this.folders.add(one);
      }),
    stat: (name: string) =>
      this.step(() => ({ mtimeMs: [...this.names.keys()].indexOf(name), size: this.inode(name).live.length })),
    truncate: (name: string, size: number) =>
      this.step(() => {
        changeLive(this.inode(name), (live) => live.subarray(0, size));
      }),
  };

  /** The part of `node:fs` that the post works with. */
  readonly sync = {
    existsSync: (name: string) => this.names.has(name) || this.folders.has(name),
    rmSync: (name: string) => void this.names.delete(name),
  };

  private fileHandle(inode: Inode) {
    const write = (data: string | Uint8Array) => {
      const bytes = Buffer.from(data as string);
      return this.step(
        () => {
          changeLive(inode, (live) => Buffer.concat([live, bytes]));
        },
        () => {
          // A part of it is written all the same.
          changeLive(inode, (live) => Buffer.concat([live, bytes.subarray(0, this.random.whole(0, bytes.length))]));
        },
      );
    };
    const sync = () =>
      this.step(
        () => {
          inode.durable = inode.live;
          inode.between = [];
        },
        () => undefined,
      );
    return {
      writeFile: write,
      appendFile: write,
      sync,
      datasync: sync,
      truncate: (size: number) =>
        this.step(() => {
          changeLive(inode, (live) => live.subarray(0, size));
        }),
      close: () => this.step(() => undefined),
    };
  }

  private folderHandle(folder: string) {
    return {
      sync: () =>
        this.step(
          () => this.syncFolder(folder),
          () => undefined,
        ),
      close: () => this.step(() => undefined),
    };
  }
}

function changeLive(inode: Inode, change: (live: Buffer) => Buffer): void {
  inode.between.push(inode.live);
  inode.live = change(inode.live);
}
