import type { VineDatabase } from "./vineDatabase";

/** What is of this browser, whatever data stands in it. */
const OF_THIS_BROWSER = ["database id", "real post confirmed", "begun"];

/** Takes what is of this browser over into another database of it. */
export async function carryOver(from: VineDatabase, to: VineDatabase): Promise<void> {
  const kept = (await from.meta.bulkGet(OF_THIS_BROWSER)).flatMap((row) => row ?? []);
  const places = await from.backupPlaces.toArray();
  await to.transaction("rw", to.meta, to.backupPlaces, async () => {
    await to.meta.bulkPut(kept);
    await to.backupPlaces.bulkPut(places);
  });
}
