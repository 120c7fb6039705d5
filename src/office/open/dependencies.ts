import type { Day } from "@/core/model/day";
import type { PaperPictures, PaperRun } from "@/core/report/paperContent";
import type { Recipe } from "@/core/tables/recipe";
import type { BringInWorker } from "@/workers/bringIn/startBringIn";
import type { Engine } from "@/workers/engine/startEngine";
import type { MadePaper, PaperFormat } from "@/workers/paper/paperApi";
import type { BackupWorker } from "../backup/files/startBackup";

/** Says to the other tabs of this browser, and hears from them. */
export interface Channel {
  post(word: unknown): void;
  close(): void;
}

/** How a lock is asked for: alone; with others who share it; or alone and only where that is at once. */
export type LockMode = "alone" | "shared" | "if free";

/** One at a time, in this tab and in all others, where nothing else is said. What is not free is undefined. */
export interface Locks {
  request<Answer>(name: string, work: () => Promise<Answer>, mode?: Exclude<LockMode, "if free">): Promise<Answer>;
  request<Answer>(name: string, work: () => Promise<Answer>, mode: LockMode): Promise<Answer | undefined>;
}

/** What the application needs of the world around it; tests give their own. */
export interface Dependencies {
  readonly databaseName: string;
  /** This moment, ms since the epoch. */
  now(): number;
  /** The practice post's clock was set on by so many ms: this one goes with it. Gives whether it was another before. */
  setClockAhead?(ms: number): boolean;
  /** A day that stands for today, so that pictures and tests don't change from day to day. */
  readonly pinnedToday?: Day | undefined;
  newId(): string;
  readonly locks: Locks;
  openChannel(listen: (word: unknown) => void): Channel;
  readonly fetch: typeof fetch;
  /** Resolves after some ms. */
  pause(ms: number): Promise<void>;
  /** `onEnded` is told when the engine is gone without having been ended. */
  startEngine(onEnded: () => void): { readonly engine: Engine; end(): void };
  startBringIn(
    engine: Pick<Engine, "lendWorld">,
    recipes: Recipe[],
    today: Day,
    onEnded: () => void,
  ): Promise<BringInWorker>;
  /** Draws papers: a PDF, or an SVG to be looked at. Never throws; what can’t be drawn says why. */
  drawPaper(run: PaperRun, pictures: PaperPictures, as: PaperFormat): Promise<MadePaper>;
  /** Begins a worker that writes and reads backups. */
  startBackup(): BackupWorker;
  /** Loads the page again. */
  reload(): void;
  /** Where families reach this server: the beginning of their links. */
  readonly origin: string;
}
