import * as Comlink from "comlink";
import type { EngineApi } from "./engineApi";

export type Engine = Comlink.Remote<EngineApi>;

/** Starts an engine worker. */
export function startEngine(): Engine {
  return Comlink.wrap<EngineApi>(new Worker(new URL("./engine.worker.ts", import.meta.url), { type: "module" }));
}
