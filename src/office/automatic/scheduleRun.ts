import { type PlanMemory, type Run, runId } from "@/core/delivery/plans/run";
import type { RunAsked } from "@/core/delivery/plans/runRule";
import { holdsRun } from "@/core/delivery/plans/usualRun";
import { preparedRound, senderOf } from "@/core/delivery/preparedRound";
import { newsWords, type ScheduledRound } from "@/core/delivery/scheduledRound";
import { dayOfInstant, MS_PER_DAY } from "@/core/model/day";
import type { Note } from "@/core/model/note";
import type { Plan } from "@/core/model/plan";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { gatheredByReader } from "@/store/gatheredLetters";
import { lastPastScore } from "@/store/loadWorld";
import { changeRound, findRound } from "@/store/roundRepository";
import { keepRun } from "@/store/runRepository";
import {
  beginReplacement,
  changeScheduled,
  findScheduled,
  isBeingReplaced,
  lettersToRebuild,
  reserveScheduled,
  saveScheduled,
  settle,
} from "@/store/scheduledRounds";
import { dropStaged } from "@/store/stageLetters";
import type { RebuildRequest } from "@/workers/engine/rebuildRequest";
import { MAKING_LOCK } from "../open/makingLock";
import type { OfficeCore } from "../open/officeCore";
import { type RebuildHeld, type RebuildSource, type RoundRebuilt, rebuildRound } from "../rounds/rebuildRound";

/** A plan with its note and what it remembers. */
export interface AutomaticNote {
  readonly plan: Plan;
  readonly note: Note;
  readonly memory: PlanMemory;
}

/** A plan as it is after the last change that its letters are made after. */
export interface AutomaticNow extends AutomaticNote {
  readonly asOf: number;
}

/** So many days after the gradebook was changed last a run may still leave by itself. */
const TRUE_FOR_DAYS = 8;

/** What became of making a run: whether other letters are to leave than before. */
export type Scheduled = "changed" | "as before" | "held";

/**
 * Lays a run, or makes it again: its letters as of when they leave, kept and on their way to the post room. What holds it up
 * is kept with the run. `word` is the teacher's that it goes, with the cautions, by code, that she lets pass this once.
 */
export async function scheduleRun(
  office: OfficeCore,
  automatic: AutomaticNow,
  at: number,
  leavesAt: number,
  known: Run | undefined,
  word?: { readonly allowed: readonly string[] },
): Promise<Scheduled> {
  const { database, around } = office;
  const { plan, note, asOf: change } = automatic;
  const roundId = known?.roundId ?? around.newId();
  // What is on its way comes first; it is looked at again then.
  if (await isBeingReplaced(database, roundId)) return "as before";
  // It is there before its letters are made, so that a change that comes meanwhile finds it.
  const scheduled = await reserveScheduled(database, {
    ...{ id: roundId, planId: plan.id, runId: runId(plan.id, at), at: leavesAt, state: "outdated" },
    hasLetters: false,
  });
  const round = await findRound(database, roundId);
  const notAfter = word ? undefined : await trueUntil(office, plan);
  const isByWord = word !== undefined || round?.run?.byWord === true;
  const times = { at, leavesAt, roundId, notAfter: isByWord ? undefined : notAfter };
  const source = await sourceOf(office, automatic, { ...times, allowed: word?.allowed ?? [], isByWord });
  return around.locks.request(MAKING_LOCK, async () => {
    const made = await rebuildRound(office, source);
    const run: Run = {
      ...{ id: runId(plan.id, at), planId: plan.id, noteName: note.name || "Note without a name", at, roundId },
      ...(made.ok ? { state: "laid", summary: made.about.summary, stopped: made.news.stopped } : heldRun(made)),
    };
    if (!made.ok) {
      await keepRun(database, run);
      await changeScheduled(database, roundId, { held: { why: made.why, unseen: [...made.unseen] } });
      return "held";
    }
    if (!round) {
      const begun = newRound(office, automatic, made, { ...times, isByWord });
      const kept = await saveScheduled(database, {
        ...{ round: begun, staged: made.staged, marks: made.marks, run, stagedAs: made.stagedAs },
        digests: made.digests,
        change,
      });
      if (!kept) await dropStaged(database, made.staged);
      office.line.wake();
      return made.staged.count > 0 || scheduled.hasLetters ? "changed" : "as before";
    }
    await changeRound(database, roundId, {
      leavesAt,
      notAfter: times.notAfter,
      ...(isByWord && { run: { planId: plan.id, at, isDigest: plan.digest !== undefined, byWord: true } }),
    });
    await keepRun(database, run);
    await putInPlace(office, roundId, change, made);
    return made.old.length + made.added.length > 0 ? "changed" : "as before";
  });
}

/** Rebuilds an announced round, after the change `asOf`; what holds it up is kept with it. */
export async function rebuildAnnounced(
  office: OfficeCore,
  scheduled: ScheduledRound,
  asOf: number,
): Promise<Scheduled> {
  const { database, around } = office;
  const { id, note, choices, onlyTo, at } = scheduled;
  const round = await findRound(database, id);
  if (!note || !choices || !round || (await isBeingReplaced(database, id))) return "as before";
  const source: RebuildSource = {
    note,
    fresh: { at, roundId: id, ...(onlyTo && { onlyTo }) },
    ...{ copy: choices.copy, together: choices.together },
    holds: (_finding, findingId) => !choices.seenCautions.includes(findingId),
    ...(await lettersToRebuild(database, id)),
    from: round,
  };
  return around.locks.request(MAKING_LOCK, async () => {
    const made = await rebuildRound(office, source);
    if (!made.ok) {
      await changeScheduled(database, id, { held: { why: made.why, unseen: [...made.unseen] } });
      return "held";
    }
    const before = scheduled.news;
    const news = before
      ? { ...made.news, changed: before.changed + made.news.changed, gone: before.gone + made.news.gone }
      : made.news;
    await putInPlace(office, id, asOf, { ...made, news });
    return newsWords(made.news) ? "changed" : "as before";
  });
}

async function putInPlace(office: OfficeCore, id: string, change: number, made: RoundRebuilt): Promise<void> {
  const { database } = office;
  const { old, added, staged, stagedAs, marks, about, news, digests } = made;
  const scheduled = await findScheduled(database, id);
  // The post room has none of its letters, and nothing is new: there is nothing to tell. Where it has some, it may be hearing
  // at this moment that they are outdated.
  if (old.length + added.length === 0 && scheduled && !scheduled.hasLetters) return settle(database, id, change);
  const replacement = { id, change, old: old.map((one) => ({ ...one })), added: [...added] };
  await beginReplacement(database, { ...{ stagedAs, staged, marks, about, news, digests }, replacement });
  office.line.wake();
}

function heldRun({ why, cautions, stopped, summary }: RebuildHeld) {
  const asks = { state: "asking" as const, asks: "held" as const, why, summary, stopped: [...stopped] };
  return cautions.length > 0 ? { ...asks, cautions: [...cautions] } : asks;
}

interface Times {
  readonly at: number;
  readonly leavesAt: number;
  readonly roundId: string;
  readonly notAfter: number | undefined;
}

async function sourceOf(
  office: OfficeCore,
  automatic: AutomaticNote,
  times: Times & { readonly allowed: readonly string[]; readonly isByWord: boolean },
): Promise<RebuildSource> {
  const { plan, note } = automatic;
  const { leavesAt, roundId, notAfter, allowed, isByWord } = times;
  const settings = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const gathered = plan.digest ? await gatheredByReader(office.database, roundId) : undefined;
  return {
    note,
    fresh: rebuildRequest(office, automatic, leavesAt, roundId, gathered && [...gathered.keys()]),
    ...{ copy: plan.copy, together: false },
    holds: ({ code }) => holdsRun(plan, code) && !allowed.includes(code),
    ...(gathered && { gathered }),
    ...(await lettersToRebuild(office.database, roundId)),
    from: senderOf(settings, note.sender),
    ...(isByWord ? { salt: "by word" } : notAfter !== undefined && { salt: dayOfInstant(notAfter) }),
  };
}

/** What a run of a plan asks the engine for. */
export function rebuildRequest(
  office: Pick<OfficeCore, "world">,
  { plan, note, memory }: AutomaticNote,
  leavesAt: number,
  roundId?: string,
  newsFor?: readonly string[],
): RebuildRequest {
  const settings = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const run: RunAsked = {
    ...{ noteId: note.id, at: leavesAt, roundId, repeat: plan.repeat },
    baseline: plan.when.kind === "begins to fit" ? memory.baseline : [],
    ended: memory.ended,
    ...(plan.when.kind === "new entries" && { newSince: plan.onSince }),
    ...(settings.quietDays !== undefined && { quietDays: settings.quietDays }),
    ...(plan.digest && { digest: plan.digest }),
  };
  return { at: leavesAt, roundId, run, ...(plan.sendsEmpty && { sendsEmpty: true }), ...(newsFor && { newsFor }) };
}

function newRound(
  office: OfficeCore,
  { plan, note }: AutomaticNote,
  made: RoundRebuilt,
  times: Times & { readonly isByWord: boolean },
) {
  const settings = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const about = { noteId: note.id, noteName: note.name || "Note without a name", noteKind: note.kind, ...made.about };
  const now = office.around.now();
  const sender = senderOf(settings, note.sender);
  const { round } = preparedRound(about, [], {
    ...sender,
    ...{ now, leavesAt: times.leavesAt },
    newId: () => times.roundId,
  });
  return {
    ...round,
    letterCount: made.staged.count,
    run: {
      ...{ planId: plan.id, at: times.at, isDigest: plan.digest !== undefined },
      ...(times.isByWord && { byWord: true }),
    },
    ...(times.notAfter !== undefined && { notAfter: times.notAfter }),
  };
}

/** Until when what letters say of the gradebook is true enough to leave by themselves; none where that is allowed to be old. */
async function trueUntil({ database }: OfficeCore, { allowedCautions }: Plan): Promise<number | undefined> {
  const last = await lastPastScore(database);
  return last && !allowedCautions.includes("gradebook-old") ? last.at + TRUE_FOR_DAYS * MS_PER_DAY : undefined;
}
