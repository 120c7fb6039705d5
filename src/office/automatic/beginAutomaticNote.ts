import { adding } from "@/core/change/change";
import type { ReadyMadeAutomaticNote } from "@/core/delivery/plans/readyMadeAutomaticNotes";
import type { Note } from "@/core/model/note";
import type { Plan } from "@/core/model/plan";
import { currentPeriod } from "@/core/model/term";
import { dayInZone } from "@/core/model/zoneTime";
import { noteFrom } from "@/core/starters/startNote";
import type { Commit } from "@/store/commitChange";
import { allPlans, databaseId } from "@/store/runRepository";
import type { OfficeCore } from "../open/officeCore";
import { setPlan } from "./setPlan";

/** A plan as it begins for a note: off, since only the teacher turns it on. */
export async function newPlan(office: OfficeCore, noteId: string, part: ReadyMadeAutomaticNote["plan"]): Promise<Plan> {
  const { database, around } = office;
  const orders = (await allPlans(database)).map(({ order }) => order);
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const { when } = part;
  return {
    ...{ id: noteId, isOn: false, order: Math.max(0, ...orders) + 1, allowedCautions: [], copy: false },
    ...part,
    when: when.kind === "times" ? { ...when, from: dayInZone(around.now(), zone), zone } : when,
    onSince: around.now(),
    laidBy: await databaseId(database, around.newId),
  };
}

/** Every Friday afternoon, asking first: how a plan begins of which nothing was said yet. */
export const USUAL_PLAN: ReadyMadeAutomaticNote["plan"] = {
  when: { kind: "times", rule: "FREQ=WEEKLY;BYDAY=FR", schoolDaysOnly: true, time: "16:00" },
  ...{ repeat: "if changed", asks: true },
};

/** Begins an automatic note of its own with a plan that is off. */
export async function beginAutomaticNote(
  office: OfficeCore,
  ready: ReadyMadeAutomaticNote,
): Promise<{ readonly done: Commit; readonly note: Note }> {
  const { around, world, today } = office;
  const note: Note = {
    ...noteFrom(
      { ...ready.words, name: ready.name },
      { id: around.newId(), now: around.now(), period: currentPeriod(world, today) },
    ),
    perFamily: ready.perFamily ?? false,
  };
  const plan = await newPlan(office, note.id, ready.plan);
  const change = { ...adding("notes", [note]), ...adding("plans", [plan]) };
  const done = await office.commit(change, { words: `The automatic note “${note.name}” was begun.`, screen: "Notes" });
  return { done, note };
}

/** Turns a plan on or off; on means from now on. */
export async function turnPlan(office: OfficeCore, plan: Plan, isOn: boolean, name: string): Promise<Commit> {
  const { around, database } = office;
  const laidBy = await databaseId(database, around.newId);
  const next = isOn ? { ...plan, isOn, onSince: around.now(), laidBy } : { ...plan, isOn };
  return setPlan(office, plan, next, `“${name}” ${isOn ? "is on" : "is off"}.`);
}
