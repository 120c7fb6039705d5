import type { Change } from "@/core/change/change";
import type { Day } from "@/core/model/day";
import type { TableProblem } from "@/core/tables/rawTable";
import type { Recipe } from "@/core/tables/recipe";
import type { BringInChoices } from "@/core/tables/tableChoices";
import type { BringInView } from "./bringInView";

/** How far the reading and joining is, for a person who waits. */
export interface Progress {
  readonly step: "reading" | "joining";
  readonly done: number;
  readonly of: number;
  readonly name: string;
}

/** What files held, and what could not be read. */
export interface FilesRead {
  readonly tables: number;
  readonly problems: readonly TableProblem[];
  readonly hiddenSheets: readonly string[];
}

/** Whom tables were about, and which extra columns they kept: what a note to them begins with. */
export interface BroughtInAbout {
  readonly studentIds: readonly string[];
  readonly ownColumns: readonly string[];
}

/** Everything needed to apply a plan. */
export interface FinishedBringIn {
  readonly change: Change;
  readonly recipes: Recipe[];
  readonly fileNames: string[];
  readonly classIds: string[];
  readonly summary: string;
  readonly about: BroughtInAbout;
}

/** What the worker that brings tables in can be asked. It holds the tables; the screen sees only what it shows of them. */
export interface BringInApi {
  /** The gradebook comes straight from the engine, through a port, so that it never passes the screen. */
  begin(world: MessagePort, recipes: Recipe[], today: Day): Promise<void>;
  read(files: File[], onProgress: (progress: Progress) => void): Promise<FilesRead>;
  /** Reads files again where it was said how. */
  readAs(choices: BringInChoices): Promise<void>;
  remove(tableId: string): void;
  plan(choices: BringInChoices, onProgress: (progress: Progress) => void): BringInView;
  finish(choices: BringInChoices, now: number): FinishedBringIn;
}
