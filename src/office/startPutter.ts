import * as Comlink from "comlink";
import type { RecordPutter } from "@/store/putRecords";
import { mortal } from "@/workers/life/mortal";

/** Puts and compares records in a worker of its own, so that whoever reads them reads on. */
export function startPutter(): RecordPutter {
  const name = `vine-note-putter-${crypto.randomUUID()}`;
  const worker = new Worker(new URL("./putter.worker.ts", import.meta.url), { type: "module", name });
  const { api, end } = mortal<RecordPutter>(worker, name, () => undefined);
  return {
    compareWith: (hereName) => api.compareWith(hereName),
    put: (into, table, lines) => api.put(into, table, Comlink.transfer(lines, [lines.text.buffer])),
    bringAlong: (into) => api.bringAlong(into),
    differences: () => api.differences(),
    end,
  };
}
