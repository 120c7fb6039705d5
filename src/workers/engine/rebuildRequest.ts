import type { RunAsked } from "@/core/delivery/plans/runRule";

/** How a round is made that leaves by itself, or is rebuilt until it leaves. */
export interface RebuildRequest {
  /** When it leaves, ms since the epoch: it is judged as of then. */
  readonly at: number;
  /** The round that is rebuilt. */
  readonly roundId?: string | undefined;
  readonly run?: RunAsked | undefined;
  /** The only letters that it may have, by key; who else fits is named. */
  readonly onlyTo?: readonly string[] | undefined;
  /** Whether letters that say nothing new go all the same. */
  readonly sendsEmpty?: boolean | undefined;
  /** For whom something waits that is news in any case. */
  readonly newsFor?: readonly string[] | undefined;
  /** Whether letters that can't go stay among the others, and stop them. */
  readonly keepsStops?: boolean | undefined;
}

export interface StoppedLetter {
  readonly key: string;
  readonly words: string;
}
