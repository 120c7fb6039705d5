import { type GatheredLetter, withGathered } from "@/core/delivery/plans/digestLetter";
import { nextRunTime } from "@/core/delivery/plans/recurrence";
import { type PlanMemory, runId } from "@/core/delivery/plans/run";
import type { Note } from "@/core/model/note";
import type { Plan } from "@/core/model/plan";
import { schoolYearOf } from "@/core/model/schoolYear";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { gatheredByReader } from "@/store/gatheredLetters";
import { findRun, planMemory } from "@/store/runRepository";
import type { DryRun } from "@/workers/engine/planRebuild";
import type { OfficeCore } from "../open/officeCore";
import { type AutomaticNote, rebuildRequest } from "./scheduleRun";

/** What a run of a plan would be, as things stand; `at` in ms since the epoch. */
export async function previewRun(office: OfficeCore, automatic: AutomaticNote, at: number): Promise<DryRun> {
  const { plan, note } = automatic;
  const run = await findRun(office.database, runId(plan.id, at));
  const gathered = plan.digest ? await gatheredByReader(office.database, run?.roundId) : undefined;
  return office.engine.dryRun(
    note,
    rebuildRequest(office, automatic, at, run?.roundId, gathered && [...gathered.keys()]),
  );
}

/** What the next run of a plan would be, as things stand. */
export async function previewNextRun(
  office: OfficeCore,
  plan: Plan,
  note: Note,
): Promise<DryRun & { readonly at: number }> {
  const automatic = { plan, note, memory: await memoryOf(office, plan) };
  const at = nextRunAt(office, plan) ?? office.around.now();
  return { ...(await previewRun(office, automatic, at)), at };
}

/** A letter of a run, as it would leave. */
export interface ShownRunLetter {
  readonly subject: string;
  readonly html: string;
  readonly text: string;
}

/** What somebody would get in the next run; `anybody` also where they wish for no digest. */
export async function previewLettersFor(
  office: OfficeCore,
  { plan, note }: Pick<AutomaticNote, "plan" | "note">,
  recipientId: string,
  anybody = false,
): Promise<ShownRunLetter[]> {
  const { engine, database, world } = office;
  const at = nextRunAt(office, plan) ?? office.around.now();
  const gathered = plan.digest ? await gatheredByReader(database) : new Map<string, GatheredLetter[]>();
  const automatic = { plan, note, memory: await memoryOf(office, plan) };
  const fresh = rebuildRequest(office, automatic, at, undefined, [...gathered.keys()]);
  const asked = anybody && fresh.run ? { ...fresh, sendsEmpty: true, run: { ...fresh.run, digest: undefined } } : fresh;
  const letters = await engine.dryLetters(note, asked, recipientId);
  const language = world.guardians.get(recipientId)?.language ?? note.language;
  return letters.map(({ subject, html, text }) => ({
    subject,
    ...withGathered({ html, text }, gathered.get(recipientId) ?? [], language),
  }));
}

/** What a plan remembers since it is on. */
export async function memoryOf({ database }: OfficeCore, { id, onSince }: Plan): Promise<PlanMemory> {
  const known = await planMemory(database, id);
  return known?.onSince === onSince ? known : { id, onSince, baseline: [], ended: {} };
}

/** When a plan runs next; none where it waits for what comes in, or is over. Ms since the epoch. */
export function nextRunAt({ world, around }: OfficeCore, { when }: Plan): number | undefined {
  const school = schoolYearOf(world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS);
  return when.kind === "times" ? nextRunTime(when, school, around.now()) : undefined;
}
