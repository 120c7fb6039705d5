import * as Comlink from "comlink";
import type { TablesApi } from "./tablesApi";

/** Reads a file in a worker of its own, which ends with the reading. */
export async function readTableFile(file: File) {
  const worker = new Worker(new URL("./tables.worker.ts", import.meta.url), { type: "module" });
  try {
    return await Comlink.wrap<TablesApi>(worker).read(file);
  } finally {
    worker.terminate();
  }
}
