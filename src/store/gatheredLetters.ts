import { NEVER_ARRIVED } from "@/core/delivery/letterState";
import type { GatheredLetter } from "@/core/delivery/plans/digestLetter";
import { wholeLetters } from "./roundRepository";
import type { VineDatabase } from "./vineDatabase";

/**
 * The letters that wait for a digest, by their reader. What stands in a digest that is under way, arrived or may have
 * arrived waits no more; one that is rebuilt (`roundId`) holds none.
 */
export async function gatheredByReader(
  database: VineDatabase,
  roundId?: string,
): Promise<Map<string, GatheredLetter[]>> {
  const all = await database.letters.where({ state: "gathered" }).toArray();
  const digests = await database.letters.bulkGet(all.flatMap(({ digestLetterId = [] }) => digestLetterId));
  const holds = new Set(
    digests.flatMap((digest) =>
      digest && digest.roundId !== roundId && !NEVER_ARRIVED.includes(digest.state) ? [digest.id] : [],
    ),
  );
  const waiting = all.filter(({ digestLetterId }) => digestLetterId === undefined || !holds.has(digestLetterId));
  const byReader = new Map<string, GatheredLetter[]>();
  for (const one of await wholeLetters(database, waiting)) {
    const { id, subject, stateAt, html, text, enclosures } = one;
    const letter = { id, subject, at: stateAt, html, text, enclosures };
    byReader.set(one.recipient.id, [...(byReader.get(one.recipient.id) ?? []), letter]);
  }
  return byReader;
}
