import { isFinal } from "@/core/delivery/letterState";
import { findRound, lettersOfRound } from "@/store/roundRepository";
import { findRun, keepRun, removeRuns } from "@/store/runRepository";
import { forgetScheduled, scheduledRounds } from "@/store/scheduledRounds";
import type { VineDatabase } from "@/store/vineDatabase";
import type { OfficeCore } from "../open/officeCore";
import { takeBack } from "../rounds/handOverPrepared";

/** Why a run asks whose time was over before it could leave. */
export const OUT_OF_DATE = "Its time was over before it could leave, so it asks.";
const GRADEBOOK_OLD =
  "Nothing was changed in the gradebook for more than a week, so it asks whether what it says still holds.";

/** What is scheduled of plans that are off, changed or gone is called back. */
export async function takeOutRuns(office: OfficeCore, wanted: ReadonlySet<string>): Promise<void> {
  const { database } = office;
  const now = office.around.now();
  await dropOrphans(database);
  const gone = (await scheduledRounds(database)).filter(
    ({ runId: id, at }) => id !== undefined && !wanted.has(id) && at > now,
  );
  if (gone.length === 0) return;
  const ids = gone.map(({ id }) => id);
  const sent = gone.filter(({ hasLetters }) => hasLetters).map(({ id }) => id);
  await forgetScheduled(database, ids);
  await removeRuns(
    database,
    gone.flatMap(({ runId: id = [] }) => id),
  );
  if (sent.length > 0) await takeBack(office, ...sent).catch(() => undefined);
  await office.hearNow();
}

/** What became of runs whose time has come, and of announced rounds that left. */
export async function settleRuns({ database, around }: OfficeCore): Promise<void> {
  const now = around.now();
  for (const scheduled of await scheduledRounds(database)) {
    if (scheduled.at > now) continue;
    const letters = await lettersOfRound(database, scheduled.id);
    // What is leaving may still wait again.
    if (letters.some(({ state }) => !isFinal(state))) continue;
    await forgetScheduled(database, [scheduled.id]);
    const run = scheduled.runId === undefined ? undefined : await findRun(database, scheduled.runId);
    if (!run) continue;
    const isLate = letters.length > 0 && letters.every(({ state }) => state === "withdrawn");
    if (isLate) {
      const { notAfter = Number.POSITIVE_INFINITY } = (await findRound(database, scheduled.id)) ?? {};
      const about = notAfter < now ? { why: GRADEBOOK_OLD, cautions: ["gradebook-old"] } : { why: OUT_OF_DATE };
      await keepRun(database, { ...run, ...about, state: "asking", asks: "late", roundId: undefined });
    } else await keepRun(database, { ...run, state: letters.length > 0 ? "left" : "nobody" });
  }
}

/** A page that was closed in the moment of laying a run leaves the place that was kept for it, without a run or a letter. */
async function dropOrphans(database: VineDatabase): Promise<void> {
  const orphans: string[] = [];
  for (const { id, runId: ofRun } of await scheduledRounds(database)) {
    if (ofRun === undefined || (await findRound(database, id))) continue;
    if ((await findRun(database, ofRun))?.roundId !== id) orphans.push(id);
  }
  await forgetScheduled(database, orphans);
}
