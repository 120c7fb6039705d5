import { WORLD_TABLES, type WorldRecords } from "@/core/model/world";
import type { Engine } from "@/workers/engine/startEngine";
import type { Dependencies } from "./dependencies";

/** Columns of scores are the largest records: so many of them have a few megabytes. */
const ROWS_AT_ONCE = 500;

/** An engine that is started again when it is gone. */
export interface EngineKeeper {
  /** Questions wait until the engine has the gradebook; those that were open when it went are refused, and asked again. */
  readonly engine: Engine;
  /** Gives the engine that is there now the gradebook, with what `EngineApi.load` wants. */
  load(records: WorldRecords, ...others: Parameters<Engine["load"]>): Promise<void>;
  end(): void;
}

/** Starts an engine, and once another one when that is gone; `onEnded` is told each time, and whether it was the first. */
export function keepEngine(start: Dependencies["startEngine"], onEnded: (isFirst: boolean) => void): EngineKeeper {
  let isFirst = true;
  let ready = gate();
  const ended = () => {
    const wasFirst = isFirst;
    isFirst = false;
    if (wasFirst) {
      ready = gate();
      started = start(ended);
    }
    onEnded(wasFirst);
  };
  let started = start(ended);
  const ask = async (question: keyof Engine, asked: unknown[]) => {
    await ready.opened;
    return (started.engine[question] as (...all: unknown[]) => Promise<unknown>)(...asked);
  };
  return {
    engine: new Proxy({} as Engine, {
      get: (_target, question) =>
        question === "then" ? undefined : (...asked: unknown[]) => ask(question as keyof Engine, asked),
    }),
    load: async (records, ...others) => {
      const { engine } = started;
      await engine.begin();
      for (const table of WORLD_TABLES)
        for (let from = 0; from < records[table].length; from += ROWS_AT_ONCE)
          await engine.take({ [table]: records[table].slice(from, from + ROWS_AT_ONCE) });
      await engine.load(...others);
      ready.open();
    },
    end: () => started.end(),
  };
}

/** Whoever waits for it goes on once it is open. */
function gate(): { readonly opened: Promise<void>; open(): void } {
  let open: () => void = () => undefined;
  const opened = new Promise<void>((resolve) => {
    open = resolve;
  });
  return { opened, open };
}
