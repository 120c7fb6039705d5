import { nextRunTime, runTimes } from "@/core/delivery/plans/recurrence";
import { isRunOver, type Run, runId } from "@/core/delivery/plans/run";
import { STILL_RIGHT_MS } from "@/core/delivery/stillRight";
import { MS_PER_DAY } from "@/core/model/day";
import type { Plan } from "@/core/model/plan";
import { schoolYearOf } from "@/core/model/schoolYear";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { findNote } from "@/store/findNote";
import { plansWaitForWord } from "@/store/restored";
import { roundsOfNote } from "@/store/roundRepository";
import { allPlans, databaseId, findPlan, findRun, keepPlanMemory, keepRun, runsOf } from "@/store/runRepository";
import { dropUnsentRuns, findScheduled, scheduledRounds } from "@/store/scheduledRounds";
import type { OfficeCore } from "../open/officeCore";
import { SCHEDULING_LOCK } from "../open/schedulingLock";
import type { Touch } from "../open/touch";
import { markAndTell, outdateTouched } from "../rounds/outdate";
import { memoryOf, previewRun } from "./previewRun";
import { rememberPlan } from "./rememberPlan";
import { type AutomaticNote, type AutomaticNow, rebuildAnnounced, rebuildRequest, scheduleRun } from "./scheduleRun";
import { settleRestored } from "./settleRestored";
import { OUT_OF_DATE, settleRuns, takeOutRuns } from "./settleRuns";

/** Laying waits until nothing was changed for so long, in ms. */
const REST_MS = 1_500;
/** How far ahead, how many runs and how many letters of a plan are scheduled. */
const AHEAD_DAYS = 7;
const MOST_RUNS = 5;
const MOST_LETTERS = 3_000;
const MINUTE_MS = 60_000;

/** Lays the runs of automatic notes ahead and rebuilds what waits, as long as the office is open. */
export class PlanDesk {
  /** Whether something was touched since all was looked at. */
  private isStirred = true;
  /** When the next run comes due, scheduled or not, ms since the epoch. */
  private nextDue = Number.POSITIVE_INFINITY;
  private lastWish = 0;
  private working: Promise<void> = Promise.resolve();
  private isWanted = false;
  private isOpen = true;

  constructor(private readonly office: OfficeCore) {}

  close(): void {
    this.isOpen = false;
  }

  /**
   * Before something happens: what it touches of what is scheduled leaves no more until it is rebuilt. Gives the number of the
   * change of the data.
   */
  async touch(touch: Touch): Promise<number> {
    const number = await outdateTouched(this.office, touch);
    this.stir();
    return number;
  }

  /** Something was changed: every plan is looked at. */
  stir(): void {
    this.isStirred = true;
    this.wake();
  }

  /** Something may have to be scheduled: it is looked at once all rests. */
  wake(): void {
    this.lastWish += 1;
    if (this.isWanted || !this.isOpen) return;
    this.isWanted = true;
    this.working = this.working
      .then(() => this.scheduleOnceAtRest())
      .catch((cause) => {
        // What is under way when the page is closed comes to nothing.
        if (this.isOpen) console.error(cause);
      });
  }

  /** Resolves once nothing is to be scheduled any more. */
  async atRest(): Promise<void> {
    for (let seen = -1; seen !== this.lastWish; ) {
      seen = this.lastWish;
      await this.working;
    }
  }

  /** Whether a run has come due, or something has to be looked at, since the last time. */
  async tick(): Promise<void> {
    const now = this.office.around.now();
    const scheduled = await scheduledRounds(this.office.database);
    if (
      this.isStirred ||
      this.nextDue <= now ||
      scheduled.some(({ at, state, held }) => at <= now || (state === "outdated" && !held))
    )
      this.wake();
  }

  private async scheduleOnceAtRest(): Promise<void> {
    for (let seen = -1; seen !== this.lastWish; ) {
      seen = this.lastWish;
      await this.office.around.pause(REST_MS);
    }
    this.isWanted = false;
    // What left meanwhile is to be known first; the line wakes this once it was heard.
    if (!this.office.line.state.get().status) return;
    if (this.isOpen) await this.office.around.locks.request(SCHEDULING_LOCK, () => this.layAll());
  }

  /** Looks at every plan and at every announced round, in the order in which they leave. */
  private async layAll(): Promise<void> {
    const { office } = this;
    const { database } = office;
    const isStirred = this.isStirred;
    this.isStirred = false;
    // What left since a backup was made that was put back comes before anything is scheduled.
    await settleRestored(office);
    await settleRuns(office);
    // The computer of before may still send what these would.
    if (await plansWaitForWord(database)) return;
    await office.upToDate();
    const plans = (await allPlans(database)).sort((a, b) => a.order - b.order);
    const due: { at: number; order: number; lay: () => Promise<boolean> }[] = [];
    const wantedRuns = new Set<string>();
    const own = await databaseId(database, office.around.newId);
    for (const plan of plans) {
      const note = await findNote(database, plan.id);
      // A plan that no browser has scheduled yet is this one's.
      if (!plan.isOn || !note || (plan.laidBy !== "" && plan.laidBy !== own)) continue;
      const automatic = { plan, note, memory: await rememberPlan(office, plan, note, isStirred) };
      for (const at of await this.timesOf(automatic)) {
        wantedRuns.add(runId(plan.id, at));
        due.push({ at, order: plan.order, lay: () => this.scheduleOne(plan.id, at) });
      }
    }
    this.nextDue = Math.min(...due.flatMap(({ at }) => (at > office.around.now() ? [at] : [])));
    await takeOutRuns(office, wantedRuns);
    for (const scheduled of await scheduledRounds(database)) {
      if (scheduled.planId !== undefined || scheduled.state !== "outdated") continue;
      due.push({ at: scheduled.at, order: -1, lay: () => this.rebuild(scheduled.id) });
    }
    due.sort((a, b) => a.at - b.at || a.order - b.order);
    for (const { at, lay } of due) {
      if (!this.isOpen) return;
      if (await lay()) await this.afterChange(at);
    }
    await settleRuns(office);
    await dropUnsentRuns(database);
  }

  /** What later runs say hangs on who is written to before them. */
  private async afterChange(at: number): Promise<void> {
    await this.office.hearNow();
    const scheduled = await scheduledRounds(this.office.database);
    const later = scheduled.filter((one) => one.planId !== undefined && one.at > at && one.state === "fresh");
    await markAndTell(
      this.office,
      later.map(({ id }) => id),
    );
  }

  /** When the runs of a plan come due that are to be looked at now. */
  private async timesOf(automatic: AutomaticNote): Promise<number[]> {
    const { plan } = automatic;
    const { database, around, world } = this.office;
    const now = around.now();
    const runs = await runsOf(database, plan.id);
    const open = runs.filter(({ state, at }) => !isRunOver(state) && at >= plan.onSince).map(({ at }) => at);
    if (plan.when.kind !== "times") return [...new Set([...open, ...(await this.collected(automatic, runs))])];
    const school = schoolYearOf(world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS);
    const last = Math.max(plan.onSince, ...runs.filter(({ state }) => isRunOver(state)).map(({ at }) => at));
    const missed = runTimes(plan.when, school, last, now);
    // Of those that nobody could lay the last is looked at; the others are over.
    for (const at of missed.slice(0, -1)) {
      if (!open.includes(at)) await this.keep(automatic, at, { state: "missed", summary: "" });
    }
    const ahead = runTimes(plan.when, school, now, now + AHEAD_DAYS * MS_PER_DAY, plan.asks ? 1 : MOST_RUNS);
    const next = ahead.length > 0 ? ahead : [nextRunTime(plan.when, school, now) ?? []].flat();
    const due = open.filter((at) => at <= now);
    return [...new Set([...due, ...missed.slice(-1), ...next])].sort((a, b) => a - b);
  }

  /** When the run comes due for which something is collected: as soon as there is something, and its time is over. */
  private async collected(automatic: AutomaticNote, runs: readonly Run[]): Promise<number[]> {
    const { plan, memory, note } = automatic;
    const { database, engine, around } = this.office;
    if (plan.when.kind === "times") return [];
    const isOver = runs.some(({ at, state }) => at === memory.pendingAt && isRunOver(state));
    if (memory.pendingAt !== undefined && !isOver) return [memory.pendingAt];
    const at = around.now() + plan.when.collectMinutes * MINUTE_MS;
    const { letters } = await engine.dryRun(note, rebuildRequest(this.office, automatic, at));
    if (letters.length === 0) {
      if (memory.pendingAt !== undefined) await keepPlanMemory(database, { ...memory, pendingAt: undefined });
      return [];
    }
    await keepPlanMemory(database, { ...memory, pendingAt: at });
    return [at];
  }

  /** Rebuilds an announced round. Gives whether other letters are to leave. */
  private async rebuild(roundId: string): Promise<boolean> {
    const asOf = await this.office.upToDate();
    const scheduled = await findScheduled(this.office.database, roundId);
    return scheduled?.state === "outdated" && (await rebuildAnnounced(this.office, scheduled, asOf)) === "changed";
  }

  /** A plan that is on, as it is now; what is changed from here on touches what is made of it. */
  private async automaticNow(planId: string): Promise<AutomaticNow | undefined> {
    const { database } = this.office;
    const asOf = await this.office.upToDate();
    const plan = await findPlan(database, planId);
    const note = await findNote(database, planId);
    return plan?.isOn && note ? { plan, note, memory: await memoryOf(this.office, plan), asOf } : undefined;
  }

  /** Lays one run where it is not as it should be. Gives whether other letters are to leave. */
  private async scheduleOne(planId: string, at: number): Promise<boolean> {
    const automatic = await this.automaticNow(planId);
    if (!automatic) return false;
    const { plan } = automatic;
    const { database, around } = this.office;
    const now = around.now();
    const known = await findRun(database, runId(plan.id, at));
    if (known && isRunOver(known.state)) return false;
    const scheduled = known?.roundId ? await findScheduled(database, known.roundId) : undefined;
    if (known?.state === "laid" && scheduled?.state === "fresh") return false;
    if (known?.state === "asking" && known.asks !== "held") return false;
    const isLate = now - at > STILL_RIGHT_MS;
    if (plan.asks && known?.state !== "laid") {
      if (at <= now) await this.ask(automatic, at, "first", ASKS_FIRST);
      return false;
    }
    if (isLate) {
      await this.ask(automatic, at, "late", OUT_OF_DATE);
      return false;
    }
    if (await this.isFull(plan, at)) return false;
    return (await scheduleRun(this.office, automatic, at, Math.max(at, now), known)) === "changed";
  }

  /** Whether as many letters of a plan are scheduled before a run as may be. */
  private async isFull({ id }: Plan, at: number): Promise<boolean> {
    const { database } = this.office;
    const rounds = (await roundsOfNote(database, id)).filter(
      ({ run, leavesAt }) => run && run.at < at && leavesAt > this.office.around.now(),
    );
    return rounds.reduce((sum, { letterCount }) => sum + letterCount, 0) >= MOST_LETTERS;
  }

  private async ask(automatic: AutomaticNote, at: number, asks: NonNullable<Run["asks"]>, why: string): Promise<void> {
    const { summary, stopped, letters } = await previewRun(
      this.office,
      automatic,
      Math.max(at, this.office.around.now()),
    );
    if (letters.length === 0 && stopped.length === 0) return this.keep(automatic, at, { state: "nobody", summary });
    await this.keep(automatic, at, { state: "asking", asks, why, summary, stopped: stopped.map(({ words }) => words) });
  }

  private async keep(
    { plan, note }: AutomaticNote,
    at: number,
    part: Pick<Run, "state" | "summary"> & Partial<Run>,
  ): Promise<void> {
    const id = runId(plan.id, at);
    const noteName = note.name || "Note without a name";
    const known = await findRun(this.office.database, id);
    const roundId = known?.roundId;
    await keepRun(this.office.database, {
      ...{ id, planId: plan.id, noteName, at, stopped: [] },
      ...(roundId && { roundId }),
      ...part,
    });
  }
}

const ASKS_FIRST = "It waits for your word.";
