import type { PaperPictures, PaperRun } from "@/core/report/paperContent";
import { mortal } from "../life/mortal";
import type { MadePaper, PaperApi, PaperFormat } from "./paperApi";

/** A paper worker as it is asked from outside. */
export interface PaperWorker {
  readonly api: Pick<PaperApi, keyof PaperApi>;
  end(): void;
}

/** Above this much memory a worker is ended between papers and another one begun, since it gives none back. */
const MOST_MEMORY_BYTES = 300_000_000;
const MOST_WORKERS = 4;
/** So long may a run take, and so much longer for each paper in it. */
const LONGEST_MS = 20_000;
const LONGEST_EACH_MS = 500;

/** Starts a worker that draws papers; `onEnded` is told when it is gone by itself. */
function startPaper(onEnded: () => void): PaperWorker {
  const name = `vine-note-paper-${crypto.randomUUID()}`;
  const worker = new Worker(new URL("./paper.worker.ts", import.meta.url), { type: "module", name });
  return mortal<PaperWorker["api"]>(worker, name, onEnded);
}

/** How many papers are drawn at once on this computer. */
export function papersAtOnce(): number {
  return Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency || 1));
}

/**
 * Workers that draw papers, begun when the first is wanted. What a worker broke off on, or took too long over, is tried once
 * more in a fresh one, and named then.
 */
export class PaperPool {
  private readonly idle: PaperWorker[] = [];
  private readonly all = new Set<PaperWorker>();
  private readonly waiting: ((worker: PaperWorker) => void)[] = [];

  constructor(
    private readonly most: number,
    private readonly start: (onEnded: () => void) => PaperWorker = startPaper,
  ) {}

  /** Draws a run; never throws: what can't be drawn says why. */
  async draw(run: PaperRun, pictures: PaperPictures, as: PaperFormat): Promise<MadePaper> {
    let problem = "";
    for (let attempt = 0; attempt < 2; attempt += 1) {
      const worker = await this.take();
      try {
        const made = await inTime(worker.api.draw(run, pictures, as), run.papers.length);
        if (made.memory > MOST_MEMORY_BYTES) this.drop(worker);
        else this.give(worker);
        return made;
      } catch (cause) {
        // After a crash every further question to the same worker fails.
        this.drop(worker);
        problem = (cause as Error).message;
      }
    }
    return { ok: false, problem, memory: 0 };
  }

  private take(): Promise<PaperWorker> {
    const free = this.idle.pop();
    if (free) return Promise.resolve(free);
    if (this.all.size < this.most) return Promise.resolve(this.begin());
    return new Promise((resolve) => this.waiting.push(resolve));
  }

  private begin(): PaperWorker {
    const worker = this.start(() => this.all.delete(worker));
    this.all.add(worker);
    return worker;
  }

  private give(worker: PaperWorker): void {
    const next = this.waiting.shift();
    if (next) next(worker);
    else this.idle.push(worker);
  }

  private drop(worker: PaperWorker): void {
    worker.end();
    this.all.delete(worker);
    const next = this.waiting.shift();
    if (next) next(this.begin());
  }
}

async function inTime<Answer>(answer: Promise<Answer>, papers: number): Promise<Answer> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_resolve, refuse) => {
    const most = LONGEST_MS + papers * LONGEST_EACH_MS;
    timer = setTimeout(() => refuse(new Error(`It took longer than ${Math.round(most / 1000)} seconds.`)), most);
  });
  try {
    return await Promise.race([answer, late]);
  } finally {
    clearTimeout(timer);
  }
}
