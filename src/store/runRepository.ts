import { mayMoveRun, type PlanMemory, planMemorySchema, type Run, runSchema } from "@/core/delivery/plans/run";
import type { Plan } from "@/core/model/plan";
import type { VineDatabase } from "./vineDatabase";

export function allPlans(database: VineDatabase): Promise<Plan[]> {
  return database.plans.toArray();
}

export function findPlan(database: VineDatabase, id: string): Promise<Plan | undefined> {
  return database.plans.get(id);
}

/** The runs of a plan, the newest first. */
export async function runsOf(database: VineDatabase, planId: string): Promise<Run[]> {
  return (await database.runs.where({ planId }).sortBy("at")).reverse();
}

/** Runs that wait for the teacher's word, the soonest first. */
export async function runsThatAsk(database: VineDatabase): Promise<Run[]> {
  return database.runs.where({ state: "asking" }).sortBy("at");
}

/** Runs that are ready and leave letters out which can't go, the soonest first. */
export async function runsWithStops(database: VineDatabase): Promise<Run[]> {
  const runs = await database.runs.where({ state: "laid" }).sortBy("at");
  const seen = new Set<string>();
  // The next run of a plan says it for those after it.
  return runs.filter(({ planId, stopped }) => stopped.length > 0 && !seen.has(planId) && seen.add(planId));
}

/** Runs that are ready, each with how many letters it has, the soonest first. */
export async function runsToCome(database: VineDatabase): Promise<{ run: Run; letters: number }[]> {
  const runs = await database.runs.where({ state: "laid" }).sortBy("at");
  const rounds = await database.rounds.bulkGet(runs.map(({ roundId = "" }) => roundId));
  return runs.map((run, place) => ({ run, letters: rounds[place]?.letterCount ?? 0 }));
}

/** Keeps what became of a run. A run that is over stays as it is: false then. */
export function keepRun(database: VineDatabase, run: Run): Promise<boolean> {
  return database.transaction("rw", database.runs, async () => {
    const known = await database.runs.get(run.id);
    if (!mayMoveRun(known?.state, run.state)) return false;
    await database.runs.put(runSchema.parse(run));
    return true;
  });
}

/** What a plan remembers; nothing where it was never looked at. */
export async function planMemory(database: VineDatabase, id: string): Promise<PlanMemory | undefined> {
  return database.planMemories.get(id);
}

export async function keepPlanMemory(database: VineDatabase, memory: PlanMemory): Promise<void> {
  await database.planMemories.put(planMemorySchema.parse(memory));
}

const DATABASE_ID = "database id";

/** Names this browser's database among others: only the one that scheduled a run may change it. */
export function databaseId(database: VineDatabase, newId: () => string): Promise<string> {
  return database.transaction("rw", database.meta, async () => {
    const known = await database.meta.get(DATABASE_ID);
    if (known) return String(known.value);
    const id = newId();
    await database.meta.put({ key: DATABASE_ID, value: id });
    return id;
  });
}

export function findRun(database: VineDatabase, id: string): Promise<Run | undefined> {
  return database.runs.get(id);
}

/** The runs whose letters are scheduled. */
export function scheduledRuns(database: VineDatabase): Promise<Run[]> {
  return database.runs.where({ state: "laid" }).toArray();
}

export function removeRuns(database: VineDatabase, ids: readonly string[]): Promise<void> {
  return database.runs.bulkDelete([...ids]);
}
