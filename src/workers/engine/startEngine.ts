import { mortal } from "../life/mortal";
import type { EngineApi } from "./engineApi";

/** The engine as it is asked from outside its worker: every answer comes later. */
export type Engine = {
  readonly [Question in keyof EngineApi]: (
    ...asked: Parameters<EngineApi[Question]>
  ) => Promise<Awaited<ReturnType<EngineApi[Question]>>>;
};

/** Starts an engine worker; `end` stops it at once, `onEnded` is told when it is gone by itself. */
export function startEngine(onEnded: () => void): { readonly engine: Engine; end(): void } {
  const name = `vine-note-engine-${crypto.randomUUID()}`;
  const worker = new Worker(new URL("./engine.worker.ts", import.meta.url), { type: "module", name });
  const { api: engine, end } = mortal<Engine>(worker, name, onEnded);
  return { engine, end };
}
