/** The browser's room for this application: bytes used, bytes it gives at most, and whether it promised to keep them. */
export interface Storage {
  readonly usage: number;
  readonly quota: number;
  readonly isKept: boolean;
}

/** None where the browser does not say. */
export async function storageNow(): Promise<Storage | undefined> {
  const { storage } = navigator;
  if (!storage?.estimate) return undefined;
  const { usage = 0, quota = 0 } = await storage.estimate();
  return { usage, quota, isKept: (await storage.persisted?.()) ?? false };
}

/** Asks the browser to keep what is here, also when the disk is full; gives whether it does. */
export async function askToKeep(): Promise<boolean> {
  return (await navigator.storage?.persist?.()) ?? false;
}
