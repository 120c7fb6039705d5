import type { PlanMemory } from "@/core/delivery/plans/run";
import type { Note } from "@/core/model/note";
import type { Plan } from "@/core/model/plan";
import { keepPlanMemory, planMemory } from "@/store/runRepository";
import type { OfficeCore } from "../open/officeCore";
import { memoryOf } from "./previewRun";

/** What a plan remembers, after it was seen whom it fits no more; `isStirred` where something may have changed since. */
export async function rememberPlan(
  office: OfficeCore,
  plan: Plan,
  note: Note,
  isStirred: boolean,
): Promise<PlanMemory> {
  const { database, engine, around } = office;
  const memory = await memoryOf(office, plan);
  const isNew = (await planMemory(database, plan.id))?.onSince !== plan.onSince;
  if (!isNew && !isStirred) return memory;
  const asksEnd = plan.repeat === "once until it ends" || plan.when.kind === "begins to fit";
  if (asksEnd) {
    const view = await engine.automaticNote(note, memory.baseline);
    if (isNew && plan.when.kind === "begins to fit") memory.baseline = [...view.selected];
    const now = around.now();
    memory.ended = { ...memory.ended, ...Object.fromEntries(view.notSo.map((key) => [key, now])) };
  }
  await keepPlanMemory(database, memory);
  return memory;
}
