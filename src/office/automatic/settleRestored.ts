import * as z from "zod";
import { setRows } from "@/core/change/change";
import { isFinal } from "@/core/delivery/letterState";
import { addressesOf } from "@/core/families/newOptOuts";
import { wantsNoLetters } from "@/core/model/guardian";
import { logPlace } from "@/store/logPlace";
import { plansAreHere, restoredFrom, restoredIsSettled } from "@/store/restored";
import { lettersOfRound } from "@/store/roundRepository";
import {
  allPlans,
  databaseId,
  keepPlanMemory,
  keepRun,
  planMemory,
  removeRuns,
  scheduledRuns,
} from "@/store/runRepository";
import { findScheduled } from "@/store/scheduledRounds";
import { ask } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";
import { catchUp } from "../rounds/catchUp";

const closedSchema = z.object({ closed: z.array(z.string()) });
const MOST_AT_ONCE = 500;
const UNKNOWN = "It was ready to leave when the backup was made that was put back. Look whether it is still to go.";

/**
 * After a backup was put back: every no that the post room knows is laid over it, and what became of runs that were ready is
 * found from what the server's log says; it is read by then. Until this is done nothing is scheduled.
 */
export async function settleRestored(office: OfficeCore): Promise<void> {
  const { database } = office;
  if ((await restoredFrom(database)) === undefined) return;
  await readOn(office);
  await putOptOutsOver(office);
  await settleRestoredRuns(office);
  await restoredIsSettled(database);
}

/** Reads the log to its end. */
async function readOn(office: OfficeCore): Promise<void> {
  const { database } = office;
  const place = async () => JSON.stringify(await logPlace(database));
  for (let before = ""; before !== (await place()); ) {
    before = await place();
    await catchUp(office, 0, new AbortController().signal);
  }
}

async function putOptOutsOver(office: OfficeCore): Promise<void> {
  const { world, around } = office;
  const people = [...world.guardians.values(), ...world.students.values()].filter((one) => !wantsNoLetters(one));
  const addresses = [...new Set(people.flatMap(addressesOf))];
  const closed = new Set<string>();
  for (let from = 0; from < addresses.length; from += MOST_AT_ONCE) {
    const body = JSON.stringify({ addresses: addresses.slice(from, from + MOST_AT_ONCE) });
    const answer = await ask(around, "/api/family/opt-outs/known", { method: "POST", body });
    for (const address of closedSchema.parse(answer).closed) closed.add(address);
  }
  const isClosed = (one: (typeof people)[number]) => {
    const own = addressesOf(one);
    return own.length > 0 && own.every((address) => closed.has(address));
  };
  const optOuts = people.filter(isClosed);
  if (optOuts.length === 0) return;
  await office.commit(
    (now) => ({
      guardians: setRows<"guardians">(
        now.guardians,
        optOuts.flatMap(({ id }) => {
          const guardian = now.guardians.get(id);
          return guardian ? [[id, { ...guardian, confirmation: "stopped" as const }] as const] : [];
        }),
      ),
      students: setRows<"students">(
        now.students,
        optOuts.flatMap(({ id }) => {
          const student = now.students.get(id);
          return student ? [[id, { ...student, confirmation: "stopped" as const }] as const] : [];
        }),
      ),
    }),
    { words: "Opt-outs from after the backup still hold.", screen: "Settings" },
  );
}

/** Runs that were ready in the backup: what is ready is never in a backup, so it left, or is looked at again. */
async function settleRestoredRuns({ database, around }: OfficeCore): Promise<void> {
  for (const run of await scheduledRuns(database)) {
    if (await findScheduled(database, run.roundId ?? "")) continue;
    const letters = run.roundId === undefined ? [] : await lettersOfRound(database, run.roundId);
    const left = letters.some(({ state }) => isFinal(state) && state !== "withdrawn" && state !== "gathered");
    if (left) await keepRun(database, { ...run, state: "left" });
    else if (run.at > around.now()) await removeRuns(database, [run.id]);
    else await keepRun(database, { ...run, state: "asking", asks: "late", why: UNKNOWN, roundId: undefined });
  }
}

/**
 * The teacher says that the computer of before sends no more: automatic notes are this browser's from now on. What came due
 * meanwhile is not made good.
 */
export async function takePlansOver(office: OfficeCore): Promise<void> {
  const { database, around } = office;
  const own = await databaseId(database, around.newId);
  const now = around.now();
  const plans = await allPlans(database);
  for (const { id } of plans) {
    const memory = await planMemory(database, id);
    if (memory) await keepPlanMemory(database, { ...memory, onSince: now });
  }
  const change = Object.fromEntries(
    plans.map((plan) => [plan.id, [plan, { ...plan, laidBy: own, onSince: now }] as [typeof plan, typeof plan]]),
  );
  const done = await office.commit(
    { plans: { added: {}, updated: change, removed: {} } },
    { words: "Automatic notes leave from this computer from now on.", screen: "Desk" },
  );
  if (!done.ok) throw new Error(done.problem);
  await plansAreHere(database);
  office.plans.wake();
}
