import * as z from "zod";

/**
 * The life of one run of a plan. What is further ahead than is laid is kept nowhere: it is worked out when somebody looks.
 *
 *   (due) --> laid ----> left | nobody | skipped (taken back)
 *     |        |  ^
 *     |        v  |
 *     +-----> asking --> skipped          (asks first, held by a caution, or out of date; her word lays it)
 *     +-----> missed                      (a later one came due while nobody could lay it)
 */
export const runStateSchema = z.enum(["laid", "asking", "left", "nobody", "skipped", "missed"]);
export type RunState = z.infer<typeof runStateSchema>;

const MOVES: Record<RunState, readonly RunState[]> = {
  laid: ["laid", "asking", "left", "nobody", "skipped"],
  asking: ["asking", "laid", "nobody", "skipped", "missed"],
  left: [],
  nobody: [],
  skipped: [],
  missed: [],
};

/** Whether a run may go from one state to another; one that is not kept yet may begin as any. */
export function mayMoveRun(from: RunState | undefined, to: RunState): boolean {
  return from === undefined || MOVES[from].includes(to);
}

/** Whether nothing becomes of a run any more. */
export function isRunOver(state: RunState): boolean {
  return MOVES[state].length === 0;
}

/** One time that a plan comes due. */
export const runSchema = z.object({
  /** `runId` of its plan and time, so that it is there once, however many tabs lay it. */
  id: z.string().min(1),
  planId: z.string(),
  noteName: z.string(),
  /** When it comes due, ms since the epoch. */
  at: z.number(),
  state: runStateSchema,
  roundId: z.string().optional(),
  /** What it waits for: its plan asks first, something holds it, or its time was over. */
  asks: z.enum(["first", "held", "late"]).optional(),
  /** Why it asks, in words; and the cautions, by code, that would have to be allowed. */
  why: z.string().optional(),
  cautions: z.array(z.string()).optional(),
  /** "12 letters to …", as it stood when it was looked at last. */
  summary: z.string(),
  /** Letters that were left out since they could not go, each with its reason. */
  stopped: z.array(z.string()),
});
export type Run = z.infer<typeof runSchema>;

export function runId(planId: string, at: number): string {
  return `${planId}@${at}`;
}

/** What a plan remembers beside its runs. */
export const planMemorySchema = z.object({
  id: z.string(),
  /** Since when its plan is on: what is remembered is of this time. */
  onSince: z.number(),
  /** Who fitted when it was turned on, by `selectedKey`. */
  baseline: z.array(z.string()),
  /** When it certainly ended for whom, by `selectedKey`, ms since the epoch. */
  ended: z.record(z.string(), z.number()),
  /** When the run comes due for which something is collected, ms since the epoch. */
  pendingAt: z.number().optional(),
});
export type PlanMemory = z.infer<typeof planMemorySchema>;
