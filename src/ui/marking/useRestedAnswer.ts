"use client";
import { useEffect, useRef, useState } from "react";
import { useVine } from "@/ui/shared/VineContext";
import type { Engine } from "@/workers/engine/startEngine";

/** Somebody who marks at speed looks at the marks; what follows from them waits until the keys rest so long, in ms. */
const REST_MS = 250;

/** What the engine answers to a question once nothing was changed for a moment; the first answer comes at once. */
export function useRestedAnswer<T>(ask: (engine: Engine) => Promise<T>, question: string): T | undefined {
  const { engine, revision } = useVine();
  const [answer, setAnswer] = useState<T>();
  const latest = useRef(ask);
  latest.current = ask;
  const isFirst = useRef(true);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the question and the state of the data say when to ask anew
  useEffect(() => {
    let isWanted = true;
    const timer = setTimeout(
      () => {
        isFirst.current = false;
        // An engine that is gone is started again, and asked with the next state of the data.
        latest.current(engine).then(
          (value) => isWanted && setAnswer(() => value),
          () => undefined,
        );
      },
      isFirst.current ? 0 : REST_MS,
    );
    return () => {
      isWanted = false;
      clearTimeout(timer);
    };
  }, [engine, revision, question]);
  return answer;
}
