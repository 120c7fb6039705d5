import type { ScheduledRound } from "@/core/delivery/scheduledRound";
import { changeScheduled, keepAsItIs } from "@/store/scheduledRounds";
import type { OfficeCore } from "../open/officeCore";
import { markAndTell } from "./outdate";

/** An announced round stays as it is, or is rebuilt again. */
export async function setFrozen(office: OfficeCore, scheduled: ScheduledRound, isFrozen: boolean): Promise<void> {
  const { database, line, plans } = office;
  if (isFrozen) {
    await changeScheduled(database, scheduled.id, { state: "frozen", held: undefined });
    // The post room keeps it back where it was outdated: it is told that it goes as it is.
    await keepAsItIs(database, scheduled);
    line.wake();
  } else {
    await changeScheduled(database, scheduled.id, { state: "fresh" });
    await markAndTell(office, [scheduled.id]);
    plans.wake();
  }
}

/** What was seen holds an announced round no more. */
export async function letAnnouncedGo({ database, plans }: OfficeCore, scheduled: ScheduledRound): Promise<void> {
  const { choices, held } = scheduled;
  if (!choices || !held) return;
  const seenCautions = [...new Set([...choices.seenCautions, ...held.unseen])];
  await changeScheduled(database, scheduled.id, { choices: { ...choices, seenCautions }, held: undefined });
  plans.wake();
}
