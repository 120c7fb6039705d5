/** What a round is made with here: its moments, in ms since the epoch, and new ids. `at` is when it leaves, if not after the time to take it back. */
export function roundTimes(
  takeBackSeconds: number,
  at?: number,
): { now: number; leavesAt: number; newId: () => string } {
  const now = Date.now();
  return { now, leavesAt: at ?? now + takeBackSeconds * 1000, newId: () => crypto.randomUUID() };
}
