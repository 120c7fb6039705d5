import { digestReaders } from "@/core/delivery/plans/usualRun";
import type { DigestFrequency } from "@/core/model/guardian";
import type { Note } from "@/core/model/note";
import { findNotes } from "@/store/findNote";
import { allPlans } from "@/store/runRepository";
import type { VineDatabase } from "@/store/vineDatabase";
import type { OfficeCore } from "../open/officeCore";

/** How often the digests are that are on. */
export async function digestsThatAreOn(database: VineDatabase): Promise<DigestFrequency[]> {
  const plans = await allPlans(database);
  return [...new Set(plans.flatMap(({ isOn, digest }) => (isOn && digest ? [digest] : [])))];
}

/** The guardians in whose digest a note waits instead of going at once: what only informs, or all that they said. */
export async function readersOfDigests(
  { database, world }: Pick<OfficeCore, "database" | "world">,
  { kind }: Pick<Note, "kind">,
): Promise<Map<string, DigestFrequency>> {
  const plans = (await allPlans(database)).filter(({ isOn, digest }) => isOn && digest !== undefined);
  if (plans.length === 0) return new Map();
  const notes = await findNotes(
    database,
    plans.map(({ id }) => id),
  );
  const readers = digestReaders(plans, notes, world);
  return new Map([...readers].filter(([id]) => kind === "information" || world.guardians.get(id)?.urgentToo === true));
}
