import { type Enclosure, enclosureSchema } from "@/core/model/enclosure";
import type { VineDatabase } from "./database";

/** Keeps the bytes of a file that goes along with letters, once however often it is enclosed; gives what names it. */
export async function keepFile(
  database: VineDatabase,
  name: string,
  type: string,
  bytes: ArrayBuffer,
): Promise<Enclosure> {
  const hash = new Uint8Array(await crypto.subtle.digest("SHA-256", bytes));
  const digest = [...hash].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  const enclosure = enclosureSchema.parse({ digest, name, type, bytes: bytes.byteLength });
  await database.files.put({ digest, bytes });
  return enclosure;
}

/** The bytes of a file, or none where they are not in this browser. */
export async function fileBytes(database: VineDatabase, digest: string): Promise<ArrayBuffer | undefined> {
  return (await database.files.get(digest))?.bytes;
}

/** Those of some files whose bytes are not in this browser. */
export async function missingFiles(database: VineDatabase, enclosures: readonly Enclosure[]): Promise<Enclosure[]> {
  const kept = await database.files.bulkGet(enclosures.map(({ digest }) => digest));
  return enclosures.filter((_, place) => !kept[place]);
}
