import { knowsWord } from "@/core/tables/decodeText";
import type { TableReading } from "@/core/tables/rawTable";
import { readFile } from "./readFile";

/**
 * Reads files that came together. One whose letters could be read in several ways is read as the names in the others, or those
 * that are `known`, have them. `onFile` is told before each.
 */
export async function readFiles(
  files: readonly File[],
  known: (word: string) => boolean,
  onFile: (done: number) => void = () => undefined,
): Promise<TableReading[]> {
  const readings: TableReading[] = [];
  for (const [done, file] of files.entries()) {
    onFile(done);
    readings.push(await readFile(file, { knows: known }));
  }
  const isOpen = (reading: TableReading) => reading.ok && reading.tables.some((table) => table.reading?.rivals);
  if (!readings.some(isOpen) || readings.every(isOpen)) return readings;
  const cells = readings.flatMap((reading) =>
    reading.ok && !isOpen(reading) ? reading.tables.flatMap(({ rows }) => rows.flat()) : [],
  );
  const beside = knowsWord(cells);
  return Promise.all(
    readings.map((reading, place) => {
      const file = files[place];
      return file && isOpen(reading)
        ? readFile(file, { knows: (word) => known(word) || beside(word) })
        : Promise.resolve(reading);
    }),
  );
}
