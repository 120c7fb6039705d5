import type { LaidRound } from "@/core/delivery/laidRound";
import { changeLaid, keepAsItIs } from "@/store/laidRounds";
import type { Office } from "./office";
import { markAndTell } from "./outdate";

/** An announced round stays as it is, or is made anew again. */
export async function setFrozen(office: Office, laid: LaidRound, isFrozen: boolean): Promise<void> {
  const { database, line, plans } = office;
  if (isFrozen) {
    await changeLaid(database, laid.id, { state: "frozen", held: undefined });
    // The post room keeps it back where it was outdated: it is told that it goes as it is.
    await keepAsItIs(database, laid);
    line.wake();
  } else {
    await changeLaid(database, laid.id, { state: "fresh" });
    await markAndTell(office, [laid.id]);
    plans.wake();
  }
}

/** What was seen holds an announced round no more. */
export async function letAnnouncedGo({ database, plans }: Office, laid: LaidRound): Promise<void> {
  const { choices, held } = laid;
  if (!choices || !held) return;
  const seenCautions = [...new Set([...choices.seenCautions, ...held.unseen])];
  await changeLaid(database, laid.id, { choices: { ...choices, seenCautions }, held: undefined });
  plans.wake();
}
