import { isRunOver, type Run } from "@/core/delivery/plans/run";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { findNote } from "@/store/findNote";
import { findRound } from "@/store/roundRepository";
import { findPlan, findRun, keepRun } from "@/store/runRepository";
import { forgetScheduled } from "@/store/scheduledRounds";
import type { OfficeCore } from "../open/officeCore";
import { SCHEDULING_LOCK } from "../open/schedulingLock";
import { takeBack } from "../rounds/handOverPrepared";
import type { Sent } from "../rounds/sendNote";
import { previewRun } from "./previewRun";
import { rememberPlan } from "./rememberPlan";
import { scheduleRun } from "./scheduleRun";
import { setPlan } from "./setPlan";

/** The teacher's word on a run: it goes now, or at its time where that is to come; cautions that she saw hold it no more. */
export function sendRun(office: OfficeCore, run: Run, allowAlways = false): Promise<Sent> {
  return office.around.locks.request(SCHEDULING_LOCK, async () => {
    let plan = await findPlan(office.database, run.planId);
    const note = await findNote(office.database, run.planId);
    if (!plan || !note) return { ok: false, problem: "This note is not there any more, so nothing was sent." };
    const allowed = run.cautions ?? [];
    if (allowAlways && allowed.length > 0) {
      const next = { ...plan, allowedCautions: [...new Set([...plan.allowedCautions, ...allowed])] };
      await setPlan(office, plan, next, `“${note.name}” may leave in spite of what was seen.`);
      plan = next;
    }
    const known = await findRun(office.database, run.id);
    if (known && isRunOver(known.state)) return { ok: false, problem: "This run is over already. Nothing goes twice." };
    const { takeBackSeconds } = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
    const leavesAt = Math.max(run.at, office.around.now() + takeBackSeconds * 1000);
    const asOf = await office.upToDate();
    const memory = await rememberPlan(office, plan, note, false);
    const check = await previewRun(office, { plan, note, memory }, leavesAt);
    // What she saw is what she allows; something newer is looked at first.
    const fresh = known?.asks !== "held" ? check.check.findings.map(({ finding }) => finding.code) : allowed;
    const done = await scheduleRun(office, { plan, note, memory, asOf }, run.at, leavesAt, known, { allowed: fresh });
    await office.hearNow();
    office.line.wake();
    const after = await findRun(office.database, run.id);
    if (done === "held") return { ok: false, problem: after?.why ?? "Something holds it." };
    if (!after?.roundId || !(await findRound(office.database, after.roundId)))
      return { ok: false, problem: "Nobody is written to any more, so nothing was sent." };
    return { ok: true, roundId: after.roundId };
  });
}

/** A run does not go. */
export async function skipRun(office: OfficeCore, run: Run): Promise<void> {
  await keepRun(office.database, { ...run, state: "skipped" });
  if (run.roundId === undefined) return;
  await forgetScheduled(office.database, [run.roundId]);
  if (await findRound(office.database, run.roundId)) await takeBack(office, run.roundId).catch(() => undefined);
}
