import { type Enclosure, enclosureSchema } from "@/core/model/enclosure";
import { sha256Of } from "@/core/sha256Of";
import type { VineDatabase } from "./vineDatabase";

/** Keeps the bytes of a file that goes along with letters, once however often it is enclosed; gives what names it. */
export async function keepFile(
  database: VineDatabase,
  name: string,
  type: string,
  bytes: ArrayBuffer,
): Promise<Enclosure> {
  const sha256 = await sha256Of(bytes);
  const enclosure = enclosureSchema.parse({ sha256, name, type, bytes: bytes.byteLength });
  await database.enclosedFiles.put({ sha256, bytes });
  return enclosure;
}

/** The bytes of a file, or none where they are not in this browser. */
export async function fileBytes(database: VineDatabase, sha256: string): Promise<ArrayBuffer | undefined> {
  return (await database.enclosedFiles.get(sha256))?.bytes;
}

/** Those of some files whose bytes are not in this browser. */
export async function missingFiles(database: VineDatabase, enclosures: readonly Enclosure[]): Promise<Enclosure[]> {
  // By their names alone: the files of a large round would fill the memory.
  const names = enclosures.map(({ sha256 }) => sha256);
  const kept = new Set(await database.enclosedFiles.where("sha256").anyOf(names).primaryKeys());
  return enclosures.filter(({ sha256 }) => !kept.has(sha256));
}
