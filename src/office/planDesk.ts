import { adding, removing, updating } from "@/core/change/change";
import type { LaidRound } from "@/core/delivery/laidRound";
import { isFinal } from "@/core/delivery/letterState";
import { type GatheredLetter, withGathered } from "@/core/delivery/plans/digestLetter";
import { nextRunTime, runTimes } from "@/core/delivery/plans/recurrence";
import { isRunOver, type PlanMemory, type Run, runId } from "@/core/delivery/plans/run";
import { MS_PER_DAY } from "@/core/model/day";
import type { Note } from "@/core/model/note";
import type { Plan } from "@/core/model/plan";
import { schoolYearOf } from "@/core/model/schoolYear";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { findNote } from "@/store/findNote";
import { gatheredByReader } from "@/store/gatheredLetters";
import { changeLaid, dropUnsentRuns, forgetLaid, keepAsItIs, laidRounds } from "@/store/laidRounds";
import { plansWaitForWord } from "@/store/restored";
import { findRound, lettersOfRound } from "@/store/roundRepository";
import { allPlans, databaseId, findPlan, keepPlanMemory, keepRun, planMemory, runsOf } from "@/store/runRepository";
import type { DryRun } from "@/workers/engine/planFresh";
import { STILL_RIGHT_MS, takeBack } from "./handOver";
import { LAYING_LOCK } from "./layingLock";
import { freshAsked, freshenAnnounced, layRun, type Standing, type StandingNow } from "./layRun";
import type { Office } from "./office";
import { markAndTell, outdateTouched, type Touch } from "./outdate";
import type { Sent } from "./sendNote";
import { settleRestored } from "./settleRestored";

/** Laying waits until nothing was changed for so long, in ms. */
const REST_MS = 1_500;
/** How far ahead, how many runs and how many letters of a plan are laid. */
const AHEAD_DAYS = 7;
const MOST_RUNS = 5;
const MOST_LETTERS = 3_000;
const MINUTE_MS = 60_000;

/** Lays the runs of standing notes ahead and makes what waits anew, as long as the office is open. */
export class PlanDesk {
  /** Whether something was touched since all was looked at. */
  private isStirred = true;
  /** When the next run comes due, laid or not, ms since the epoch. */
  private nextDue = Number.POSITIVE_INFINITY;
  private lastWish = 0;
  private working: Promise<void> = Promise.resolve();
  private isWanted = false;
  private isOpen = true;

  constructor(private readonly office: Office) {}

  close(): void {
    this.isOpen = false;
  }

  /**
   * Before something happens: what it touches of what is laid leaves no more until it is made anew. Gives the number of the
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

  /** Something may have to be laid: it is looked at once all rests. */
  wake(): void {
    this.lastWish += 1;
    if (this.isWanted || !this.isOpen) return;
    this.isWanted = true;
    this.working = this.working
      .then(() => this.layOnceAtRest())
      .catch((cause) => {
        // What is under way when the page is closed comes to nothing.
        if (this.isOpen) console.error(cause);
      });
  }

  /** Resolves once nothing is to be laid any more. */
  async atRest(): Promise<void> {
    for (let seen = -1; seen !== this.lastWish; ) {
      seen = this.lastWish;
      await this.working;
    }
  }

  /** Whether a run has come due, or something has to be looked at, since the last time. */
  async tick(): Promise<void> {
    const now = this.office.around.now();
    const laid = await laidRounds(this.office.database);
    if (
      this.isStirred ||
      this.nextDue <= now ||
      laid.some(({ at, state, held }) => at <= now || (state === "outdated" && !held))
    )
      this.wake();
  }

  private async layOnceAtRest(): Promise<void> {
    for (let seen = -1; seen !== this.lastWish; ) {
      seen = this.lastWish;
      await this.office.around.pause(REST_MS);
    }
    this.isWanted = false;
    // What left meanwhile is to be known first; the line wakes this once it was heard.
    if (!this.office.line.state.get().status) return;
    if (this.isOpen) await this.office.around.locks.request(LAYING_LOCK, () => this.layAll());
  }

  /** Looks at every plan and at every announced round, in the order in which they leave. */
  private async layAll(): Promise<void> {
    const { office } = this;
    const { database } = office;
    const isStirred = this.isStirred;
    this.isStirred = false;
    // What left since a backup was made that was put back comes before anything is laid.
    await settleRestored(office);
    await this.settle();
    // The computer of before may still send what these would.
    if (await plansWaitForWord(database)) return;
    await office.upToDate();
    const plans = (await allPlans(database)).sort((a, b) => a.order - b.order);
    const due: { at: number; order: number; lay: () => Promise<boolean> }[] = [];
    const wantedRuns = new Set<string>();
    const own = await databaseId(database, office.around.newId);
    for (const plan of plans) {
      const note = await findNote(database, plan.id);
      // A plan that no browser has laid yet is this one's.
      if (!plan.isOn || !note || (plan.laidBy !== "" && plan.laidBy !== own)) continue;
      const standing = { plan, note, memory: await this.remember(plan, note, isStirred) };
      for (const at of await this.timesOf(standing)) {
        wantedRuns.add(runId(plan.id, at));
        due.push({ at, order: plan.order, lay: () => this.layOne(plan.id, at) });
      }
    }
    this.nextDue = Math.min(...due.flatMap(({ at }) => (at > office.around.now() ? [at] : [])));
    await this.takeOut(wantedRuns);
    for (const laid of await laidRounds(database)) {
      if (laid.planId !== undefined || laid.state !== "outdated") continue;
      due.push({ at: laid.at, order: -1, lay: () => this.freshen(laid.id) });
    }
    due.sort((a, b) => a.at - b.at || a.order - b.order);
    for (const { at, lay } of due) {
      if (!this.isOpen) return;
      if (await lay()) await this.afterChange(at);
    }
    await this.settle();
    await dropUnsentRuns(database);
  }

  /** What later runs say hangs on who is written to before them. */
  private async afterChange(at: number): Promise<void> {
    await this.office.hearNow();
    const laid = await laidRounds(this.office.database);
    const later = laid.filter((one) => one.planId !== undefined && one.at > at && one.state === "fresh");
    await markAndTell(
      this.office,
      later.map(({ id }) => id),
    );
  }

  private async remember(plan: Plan, note: Note, isStirred: boolean): Promise<PlanMemory> {
    const { database, engine, around } = this.office;
    const memory = await this.memoryOf(plan);
    const isNew = (await planMemory(database, plan.id))?.onSince !== plan.onSince;
    if (!isNew && !isStirred) return memory;
    const asksEnd = plan.repeat === "once until it ends" || plan.when.kind === "begins to fit";
    if (asksEnd) {
      const view = await engine.standing(note, memory.baseline);
      if (isNew && plan.when.kind === "begins to fit") memory.baseline = [...view.selected];
      const now = around.now();
      memory.ended = { ...memory.ended, ...Object.fromEntries(view.notSo.map((key) => [key, now])) };
    }
    await keepPlanMemory(database, memory);
    return memory;
  }

  /** When the runs of a plan come due that are to be looked at now. */
  private async timesOf(standing: Standing): Promise<number[]> {
    const { plan } = standing;
    const { database, around, world } = this.office;
    const now = around.now();
    const runs = await runsOf(database, plan.id);
    const open = runs.filter(({ state, at }) => !isRunOver(state) && at >= plan.onSince).map(({ at }) => at);
    if (plan.when.kind !== "times") return [...new Set([...open, ...(await this.collected(standing, runs))])];
    const school = schoolYearOf(world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS);
    const last = Math.max(plan.onSince, ...runs.filter(({ state }) => isRunOver(state)).map(({ at }) => at));
    const missed = runTimes(plan.when, school, last, now);
    // Of those that nobody could lay the last is looked at; the others are over.
    for (const at of missed.slice(0, -1)) {
      if (!open.includes(at)) await this.keep(standing, at, { state: "missed", summary: "" });
    }
    const ahead = runTimes(plan.when, school, now, now + AHEAD_DAYS * MS_PER_DAY, plan.asks ? 1 : MOST_RUNS);
    const next = ahead.length > 0 ? ahead : [nextRunTime(plan.when, school, now) ?? []].flat();
    const due = open.filter((at) => at <= now);
    return [...new Set([...due, ...missed.slice(-1), ...next])].sort((a, b) => a - b);
  }

  /** When the run comes due for which something is collected: as soon as there is something, and its time is over. */
  private async collected(standing: Standing, runs: readonly Run[]): Promise<number[]> {
    const { plan, memory, note } = standing;
    const { database, engine, around } = this.office;
    if (plan.when.kind === "times") return [];
    const isOver = runs.some(({ at, state }) => at === memory.pendingAt && isRunOver(state));
    if (memory.pendingAt !== undefined && !isOver) return [memory.pendingAt];
    const at = around.now() + plan.when.collectMinutes * MINUTE_MS;
    const { letters } = await engine.dryRun(note, freshAsked(this.office, standing, at));
    if (letters.length === 0) {
      if (memory.pendingAt !== undefined) await keepPlanMemory(database, { ...memory, pendingAt: undefined });
      return [];
    }
    await keepPlanMemory(database, { ...memory, pendingAt: at });
    return [at];
  }

  /** Makes an announced round anew. Gives whether other letters are to leave. */
  private async freshen(roundId: string): Promise<boolean> {
    const asOf = await this.office.upToDate();
    const laid: LaidRound | undefined = await this.office.database.laidRounds.get(roundId);
    return laid?.state === "outdated" && (await freshenAnnounced(this.office, laid, asOf)) === "changed";
  }

  /** A plan that is on, as it is now; what is changed from here on touches what is made of it. */
  private async standingNow(planId: string): Promise<StandingNow | undefined> {
    const { database } = this.office;
    const asOf = await this.office.upToDate();
    const plan = await findPlan(database, planId);
    const note = await findNote(database, planId);
    return plan?.isOn && note ? { plan, note, memory: await this.memoryOf(plan), asOf } : undefined;
  }

  /** Lays one run where it is not as it should be. Gives whether other letters are to leave. */
  private async layOne(planId: string, at: number): Promise<boolean> {
    const standing = await this.standingNow(planId);
    if (!standing) return false;
    const { plan } = standing;
    const { database, around } = this.office;
    const now = around.now();
    const known = await database.runs.get(runId(plan.id, at));
    if (known && isRunOver(known.state)) return false;
    const laid: LaidRound | undefined = known?.roundId ? await database.laidRounds.get(known.roundId) : undefined;
    if (known?.state === "laid" && laid?.state === "fresh") return false;
    if (known?.state === "asking" && known.asks !== "held") return false;
    const isLate = now - at > STILL_RIGHT_MS;
    if (plan.asks && known?.state !== "laid") {
      if (at <= now) await this.ask(standing, at, "first", ASKS_FIRST);
      return false;
    }
    if (isLate) {
      await this.ask(standing, at, "late", OUT_OF_DATE);
      return false;
    }
    if (await this.isFull(plan, at)) return false;
    return (await layRun(this.office, standing, at, Math.max(at, now), known)) === "changed";
  }

  /** Whether as many letters of a plan are laid before a run as may be. */
  private async isFull({ id }: Plan, at: number): Promise<boolean> {
    const { database } = this.office;
    const rounds = (await database.rounds.where({ noteId: id }).toArray()).filter(
      ({ run, leavesAt }) => run && run.at < at && leavesAt > this.office.around.now(),
    );
    return rounds.reduce((sum, { letterCount }) => sum + letterCount, 0) >= MOST_LETTERS;
  }

  private async ask(standing: Standing, at: number, asks: NonNullable<Run["asks"]>, why: string): Promise<void> {
    const { summary, stopped, letters } = await this.dry(standing, Math.max(at, this.office.around.now()));
    if (letters.length === 0 && stopped.length === 0) return this.keep(standing, at, { state: "nobody", summary });
    await this.keep(standing, at, { state: "asking", asks, why, summary, stopped: stopped.map(({ words }) => words) });
  }

  private async keep(
    { plan, note }: Standing,
    at: number,
    part: Pick<Run, "state" | "summary"> & Partial<Run>,
  ): Promise<void> {
    const id = runId(plan.id, at);
    const noteName = note.name || "Note without a name";
    const known = await this.office.database.runs.get(id);
    const roundId = known?.roundId;
    await keepRun(this.office.database, {
      ...{ id, planId: plan.id, noteName, at, stopped: [] },
      ...(roundId && { roundId }),
      ...part,
    });
  }

  /** What is laid of plans that are off, changed or gone is called back. */
  private async takeOut(wanted: ReadonlySet<string>): Promise<void> {
    const { office } = this;
    const { database } = office;
    const now = office.around.now();
    await this.dropOrphans();
    const gone = (await laidRounds(database)).filter(
      ({ runId: id, at }) => id !== undefined && !wanted.has(id) && at > now,
    );
    if (gone.length === 0) return;
    const ids = gone.map(({ id }) => id);
    const sent = gone.filter(({ hasLetters }) => hasLetters).map(({ id }) => id);
    await forgetLaid(database, ids);
    await database.runs.bulkDelete(gone.flatMap(({ runId: id = [] }) => id));
    if (sent.length > 0) await takeBack(office, ...sent).catch(() => undefined);
    await office.hearNow();
  }

  /** A page that was closed in the moment of laying a run leaves the place that was kept for it, without a run or a letter. */
  private async dropOrphans(): Promise<void> {
    const { database } = this.office;
    const orphans: string[] = [];
    for (const { id, runId: ofRun } of await laidRounds(database)) {
      if (ofRun === undefined || (await findRound(database, id))) continue;
      if ((await database.runs.get(ofRun))?.roundId !== id) orphans.push(id);
    }
    await forgetLaid(database, orphans);
  }

  /** What became of runs whose time has come, and of announced rounds that left. */
  private async settle(): Promise<void> {
    const { database, around } = this.office;
    const now = around.now();
    for (const laid of await laidRounds(database)) {
      if (laid.at > now) continue;
      const letters = await lettersOfRound(database, laid.id);
      // What is leaving may still wait again.
      if (letters.some(({ state }) => !isFinal(state))) continue;
      await forgetLaid(database, [laid.id]);
      const run = laid.runId === undefined ? undefined : await database.runs.get(laid.runId);
      if (!run) continue;
      const isLate = letters.length > 0 && letters.every(({ state }) => state === "withdrawn");
      if (isLate) {
        const { notAfter = Number.POSITIVE_INFINITY } = (await findRound(database, laid.id)) ?? {};
        const about = notAfter < now ? { why: GRADEBOOK_OLD, cautions: ["gradebook-old"] } : { why: OUT_OF_DATE };
        await keepRun(database, { ...run, ...about, state: "asking", asks: "late", roundId: undefined });
      } else await keepRun(database, { ...run, state: letters.length > 0 ? "left" : "nobody" });
    }
  }

  /** What the next run of a plan would be, as things stand. */
  async dryRun(plan: Plan, note: Note): Promise<(DryRun & { readonly at: number }) | undefined> {
    const standing = { plan, note, memory: await this.memoryOf(plan) };
    const when = this.nextAt(plan) ?? this.office.around.now();
    return { ...(await this.dry(standing, when)), at: when };
  }

  /** What somebody would get in the next run; `anybody` also where they wish for no digest. */
  async lettersFor(plan: Plan, note: Note, recipientId: string, anybody = false): Promise<ShownRunLetter[]> {
    const { engine, database, world } = this.office;
    const at = this.nextAt(plan) ?? this.office.around.now();
    const gathered = plan.digest ? await gatheredByReader(database) : new Map<string, GatheredLetter[]>();
    const standing = { plan, note, memory: await this.memoryOf(plan) };
    const fresh = freshAsked(this.office, standing, at, undefined, [...gathered.keys()]);
    const asked =
      anybody && fresh.run ? { ...fresh, sendsEmpty: true, run: { ...fresh.run, digest: undefined } } : fresh;
    const letters = await engine.dryLetters(note, asked, recipientId);
    const language = world.guardians.get(recipientId)?.language ?? note.language;
    return letters.map(({ subject, html, text }) => ({
      subject,
      ...withGathered({ html, text }, gathered.get(recipientId) ?? [], language),
    }));
  }

  private async memoryOf(plan: Plan): Promise<PlanMemory> {
    const known = await planMemory(this.office.database, plan.id);
    return known?.onSince === plan.onSince ? known : { id: plan.id, onSince: plan.onSince, baseline: [], ended: {} };
  }

  /** When a plan runs next; none where it waits for what comes in, or is over. Ms since the epoch. */
  nextAt({ when }: Plan): number | undefined {
    const { world, around } = this.office;
    const school = schoolYearOf(world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS);
    return when.kind === "times" ? nextRunTime(when, school, around.now()) : undefined;
  }

  private async dry(standing: Standing, at: number): Promise<DryRun> {
    const { plan, note } = standing;
    const run = await this.office.database.runs.get(runId(plan.id, at));
    const gathered = plan.digest ? await gatheredByReader(this.office.database, run?.roundId) : undefined;
    return this.office.engine.dryRun(
      note,
      freshAsked(this.office, standing, at, run?.roundId, gathered && [...gathered.keys()]),
    );
  }

  /** The teacher's word on a run: it goes now, or at its time where that is to come; cautions that she saw hold it no more. */
  async send(run: Run, allowAlways = false): Promise<Sent> {
    const { office } = this;
    return office.around.locks.request(LAYING_LOCK, async () => {
      let plan = await findPlan(office.database, run.planId);
      const note = await findNote(office.database, run.planId);
      if (!plan || !note) return { ok: false, problem: "This note is not there any more, so nothing was sent." };
      const allowed = run.cautions ?? [];
      if (allowAlways && allowed.length > 0) {
        const next = { ...plan, allowedCautions: [...new Set([...plan.allowedCautions, ...allowed])] };
        await this.setPlan(plan, next, `“${note.name}” may leave in spite of what was seen.`);
        plan = next;
      }
      const known = await office.database.runs.get(run.id);
      if (known && isRunOver(known.state))
        return { ok: false, problem: "This run is over already. Nothing goes twice." };
      const { takeBackSeconds } = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
      const leavesAt = Math.max(run.at, office.around.now() + takeBackSeconds * 1000);
      const asOf = await office.upToDate();
      const memory = await this.remember(plan, note, false);
      const check = await this.dry({ plan, note, memory }, leavesAt);
      // What she saw is what she allows; something newer is looked at first.
      const fresh = known?.asks !== "held" ? check.check.findings.map(({ finding }) => finding.code) : allowed;
      const done = await layRun(office, { plan, note, memory, asOf }, run.at, leavesAt, known, { allowed: fresh });
      await office.hearNow();
      office.line.wake();
      const after = await office.database.runs.get(run.id);
      if (done === "held") return { ok: false, problem: after?.why ?? "Something holds it." };
      if (!after?.roundId || !(await findRound(office.database, after.roundId)))
        return { ok: false, problem: "Nobody is written to any more, so nothing was sent." };
      return { ok: true, roundId: after.roundId };
    });
  }

  /** A run does not go. */
  async skip(run: Run): Promise<void> {
    const { office } = this;
    await keepRun(office.database, { ...run, state: "skipped" });
    if (run.roundId === undefined) return;
    await forgetLaid(office.database, [run.roundId]);
    if (await findRound(office.database, run.roundId)) await takeBack(office, run.roundId).catch(() => undefined);
  }

  /** Begins, changes or ends a plan. */
  async setPlan(before: Plan | undefined, next: Plan | undefined, words: string) {
    const change = next
      ? before
        ? updating("plans", before, next)
        : adding("plans", [next])
      : before
        ? removing("plans", [before])
        : {};
    return this.office.commit(change, { words, screen: "Notes" });
  }

  /** An announced round stays as it is, or is made anew again. */
  async setFrozen(laid: LaidRound, isFrozen: boolean): Promise<void> {
    const { database, line } = this.office;
    if (isFrozen) {
      await changeLaid(database, laid.id, { state: "frozen", held: undefined });
      // The post room keeps it back where it was outdated: it is told that it goes as it is.
      await keepAsItIs(database, laid);
      line.wake();
    } else {
      await changeLaid(database, laid.id, { state: "fresh" });
      await markAndTell(this.office, [laid.id]);
      this.wake();
    }
  }

  /** What was seen holds an announced round no more. */
  async letGo(laid: LaidRound): Promise<void> {
    const { choices, held } = laid;
    if (!choices || !held) return;
    const seenCautions = [...new Set([...choices.seenCautions, ...held.unseen])];
    await changeLaid(this.office.database, laid.id, { choices: { ...choices, seenCautions }, held: undefined });
    this.wake();
  }
}

/** A letter of a run, as it would leave. */
export interface ShownRunLetter {
  readonly subject: string;
  readonly html: string;
  readonly text: string;
}

const ASKS_FIRST = "It waits for your word.";
const GRADEBOOK_OLD =
  "Nothing was changed in the gradebook for more than a week, so it asks whether what it says still holds.";
const OUT_OF_DATE = "Its time was over before it could leave, so it asks.";
