import * as Comlink from "comlink";
import type { RecordWriter } from "@/store/putRecords";
import { mortal } from "@/workers/life/mortal";

/** Puts and compares records in a worker of its own, so that whoever reads them reads on. */
export function startRestoreWriter(): RecordWriter {
  const name = `vine-note-restore-writer-${crypto.randomUUID()}`;
  const worker = new Worker(new URL("./restoreWriter.worker.ts", import.meta.url), { type: "module", name });
  const { api, end } = mortal<RecordWriter>(worker, name, () => undefined);
  return {
    compareWith: (hereName) => api.compareWith(hereName),
    put: (into, table, lines) => api.put(into, table, Comlink.transfer(lines, [lines.text.buffer])),
    bringAlong: (into) => api.bringAlong(into),
    differences: () => api.differences(),
    end,
  };
}
