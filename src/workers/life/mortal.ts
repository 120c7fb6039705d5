import * as Comlink from "comlink";
import { onLifeLineFree } from "./lifeLine";

/** The worker that was asked is gone: the browser ended it, or it could not be started. */
export class WorkerEnded extends Error {
  constructor() {
    super("A part of Vine Note that works beside the page was ended by the browser. Nothing that was kept is lost.");
    this.name = "WorkerEnded";
  }
}

/** A worker whose questions never stay open when it is gone. */
export interface Mortal<Api> {
  readonly api: Api;
  /** Ends it at once, without a word. */
  end(): void;
}

/** Wraps a worker that holds the life line of its `name`. `onEnded` is told once, when it is gone without having been ended here. */
export function mortal<Api extends object>(worker: Worker, name: string, onEnded: () => void): Mortal<Api> {
  const remote = Comlink.wrap(worker) as unknown as Record<string, (...asked: unknown[]) => Promise<unknown>>;
  const open = new Set<(cause: Error) => void>();
  let isGone = false;
  let stopListening: (() => void) | undefined;
  const close = () => {
    isGone = true;
    stopListening?.();
    worker.terminate();
    for (const refuse of open) refuse(new WorkerEnded());
    open.clear();
  };
  const die = () => {
    if (isGone) return;
    close();
    onEnded();
  };
  worker.addEventListener("error", die);
  const ask = (question: string, asked: unknown[]) =>
    new Promise<unknown>((done, refuse) => {
      if (isGone) return refuse(new WorkerEnded());
      open.add(refuse);
      remote[question]?.(...asked)
        .then((value) => {
          stopListening ??= onLifeLineFree(name, die);
          done(value);
        }, refuse)
        .finally(() => open.delete(refuse));
    });
  const api = new Proxy({} as Api, {
    get: (_target, question) =>
      question === "then" ? undefined : (...asked: unknown[]) => ask(String(question), asked),
  });
  return { api, end: close };
}
