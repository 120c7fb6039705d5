import * as Comlink from "comlink";
import type { EngineApi } from "./engineApi";

/** The engine as it is asked from outside its worker: every answer comes later. */
export type Engine = {
  readonly [Question in keyof EngineApi]: (
    ...asked: Parameters<EngineApi[Question]>
  ) => Promise<Awaited<ReturnType<EngineApi[Question]>>>;
};

/** Starts an engine worker; `end` stops it at once. */
export function startEngine(): { readonly engine: Engine; end(): void } {
  const worker = new Worker(new URL("./engine.worker.ts", import.meta.url), { type: "module" });
  return { engine: Comlink.wrap<EngineApi>(worker) as unknown as Engine, end: () => worker.terminate() };
}
