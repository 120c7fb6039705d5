/** One comparison, made in one run on one machine. */
export interface Comparison {
  readonly name: string;
  readonly ours: number;
  readonly peer: number;
  readonly peerName: string;
  readonly unit: string;
  /** Our time over the peer's: below 1 is better. */
  readonly ratio: number;
  /** The most the ratio may be. */
  readonly goal: number;
}

/** Whether each row is run once and small, to see that it runs and that both sides come to the same. */
export const IS_QUICK = process.argv.includes("--quick");

/** How much of something a row takes. */
export function sized({ full, quick }: { readonly full: number; readonly quick: number }): number {
  return IS_QUICK ? quick : full;
}

/** The median time of several runs in ms, ours and the peer's by turns, after a run of each to warm up. */
export async function compare(
  about: Pick<Comparison, "name" | "peerName" | "goal">,
  runs: number,
  ours: () => unknown,
  peer: () => unknown,
): Promise<Comparison> {
  const times = { ours: [] as number[], peer: [] as number[] };
  for (let run = 0; run <= (IS_QUICK ? 1 : runs); run += 1) {
    for (const [side, work] of [
      ["ours", ours],
      ["peer", peer],
    ] as const) {
      const from = performance.now();
      await work();
      if (run > 0) times[side].push(performance.now() - from);
    }
  }
  const result = { ours: median(times.ours), peer: median(times.peer) };
  return { ...about, ...result, unit: "ms", ratio: result.ours / result.peer };
}

export function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;
}
