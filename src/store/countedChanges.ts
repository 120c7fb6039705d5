import type { VineDatabase } from "./vineDatabase";

/** Counts whatever may make a scheduled letter untrue; of those the changes of the data are counted apart. */
const CHANGES = "laid change";
const OF_DATA = "data changes";

export interface CountedChanges {
  readonly all: number;
  readonly ofData: number;
}

/** How much was counted so far. */
export async function countedChanges({ meta }: Pick<VineDatabase, "meta">): Promise<CountedChanges> {
  const [all, ofData] = await meta.bulkGet([CHANGES, OF_DATA]);
  return { all: Number(all?.value ?? 0), ofData: Number(ofData?.value ?? 0) };
}

/** Counts one more, in a transaction of the caller's that writes meta. */
export async function countChange({ meta }: VineDatabase, isOfData: boolean): Promise<CountedChanges> {
  const { all, ofData } = await countedChanges({ meta });
  const next = { all: all + 1, ofData: ofData + (isOfData ? 1 : 0) };
  await meta.put({ key: CHANGES, value: next.all });
  if (isOfData) await meta.put({ key: OF_DATA, value: next.ofData });
  return next;
}
