import * as Comlink from "comlink";
import type { Day } from "@/core/model/day";
import type { Recipe } from "@/core/tables/recipe";
import type { Engine } from "../engine/startEngine";
import { mortal } from "../life/mortal";
import type { BringInApi, Progress } from "./bringInApi";

/** A worker that reads and joins tables. Ending it stops whatever it does at once. */
export interface BringInWorker {
  readonly api: Pick<Comlink.Remote<BringInApi>, keyof BringInApi>;
  end(): void;
}

/** Starts the worker, whose end by itself is told to `onEnded`, and has the engine give it the gradebook without a stop on the screen's side. */
export async function startBringIn(
  engine: Pick<Engine, "lendWorld">,
  recipes: Recipe[],
  today: Day,
  onEnded: () => void,
): Promise<BringInWorker> {
  const name = `vine-note-tables-${crypto.randomUUID()}`;
  const worker = new Worker(new URL("./bringIn.worker.ts", import.meta.url), { type: "module", name });
  const { api, end } = mortal<BringInWorker["api"]>(worker, name, onEnded);
  const { port1, port2 } = new MessageChannel();
  await engine.lendWorld(Comlink.transfer(port1, [port1]));
  await api.begin(Comlink.transfer(port2, [port2]), recipes, today);
  return { api, end };
}

/** A listener that the worker can call. */
export function progressListener(listen: (progress: Progress) => void) {
  return Comlink.proxy(listen);
}
