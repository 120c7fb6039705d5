import type { Page } from "puppeteer-core";
import { untilOpen } from "./browser";

/** What the browser keeps, read and changed without the application. */

/** The name of the database in use: whatever replaces everything puts another one in its place. */
function databaseInUse(page: Page): Promise<string> {
  return page.evaluate(async () => {
    const names = (await indexedDB.databases()).map(({ name }) => name);
    if (!names.includes("vine-note-which")) return "vine-note";
    return new Promise<string>((resolve, reject) => {
      const opening = indexedDB.open("vine-note-which");
      opening.onerror = () => reject(opening.error);
      opening.onsuccess = () => {
        const reading = opening.result.transaction("places").objectStore("places").get("current");
        reading.onsuccess = () => {
          opening.result.close();
          resolve(reading.result?.name ?? "vine-note");
        };
      };
    });
  });
}

/** Gives guardians other addresses, as if they had always had them. */
export async function readdress(page: Page, addresses: Record<string, string>): Promise<void> {
  await page.evaluate(
    async (wanted, named) => {
      const database = await new Promise<IDBDatabase>((resolve, reject) => {
        const opening = indexedDB.open(named);
        opening.onsuccess = () => resolve(opening.result);
        opening.onerror = () => reject(opening.error);
      });
      const guardians = database.transaction("guardians", "readwrite").objectStore("guardians");
      await Promise.all(
        Object.entries(wanted).map(
          ([id, address]) =>
            new Promise<void>((resolve) => {
              const reading = guardians.get(id);
              reading.onsuccess = () => {
                guardians.put({ ...reading.result, addresses: [address] }).onsuccess = () => resolve();
              };
            }),
        ),
      );
      database.close();
    },
    addresses,
    await databaseInUse(page),
  );
  await page.reload();
  await untilOpen(page);
}

interface StoredLetter {
  readonly id: string;
  readonly state: string;
  readonly serverAnswer: string;
  readonly nextAt?: number;
  readonly enclosures?: readonly { readonly sha256: string }[];
}

/** What the record keeps of every letter. */
export function storedLetters(page: Page): Promise<StoredLetter[]> {
  return stored(page, "letters");
}

/** Every round of the record. */
export function storedRounds(page: Page): Promise<{ letterCount: number }[]> {
  return stored(page, "rounds");
}

/** All that one table of the browser holds. */
export async function stored<Row>(page: Page, table: string): Promise<Row[]> {
  return page.evaluate(
    async (name, named) => {
      const database = await new Promise<IDBDatabase>((resolve, reject) => {
        const opening = indexedDB.open(named);
        opening.onsuccess = () => resolve(opening.result);
        opening.onerror = () => reject(opening.error);
      });
      const rows = await new Promise<Row[]>((resolve) => {
        const reading = database.transaction(name).objectStore(name).getAll();
        reading.onsuccess = () => resolve(reading.result);
      });
      database.close();
      return rows;
    },
    table,
    await databaseInUse(page),
  );
}

/** How much of what was scheduled is not with the post room yet: rounds, entries to be told, letters that are replaced or still open. */
export async function whatWaits(page: Page) {
  const letters = await stored<{ state: string }>(page, "letters");
  const laid = await stored<{ state: string }>(page, "laidRounds");
  const outbox = await stored<{ kind: string }>(page, "outbox");
  const open = [
    ...letters.filter(({ state }) => state === "prepared"),
    ...laid.filter(({ state }) => state === "outdated"),
  ];
  return {
    laid: laid.length,
    toTell: outbox.length,
    replacing: outbox.filter(({ kind }) => kind === "replacement").length,
    open: open.length,
  };
}
