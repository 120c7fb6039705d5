"use client";
import { type DependencyList, useEffect, useRef, useState } from "react";
import type { Engine } from "@/workers/engine/startEngine";
import { WorkerEnded } from "@/workers/life/mortal";
import { useVine } from "./VineContext";

/**
 * What the engine answers to a question; asked anew when the world or the question changes.
 * The last answer stays while the next one is made, so that nothing flickers; answers that come too late are dropped.
 */
export function useAnswer<T>(ask: (engine: Engine) => Promise<T>, question: DependencyList): T | undefined {
  const { engine, revision } = useVine();
  const [answer, setAnswer] = useState<{ value: T }>();
  const [failure, setFailure] = useState<unknown>();
  const line = useRef<{ busy: boolean; next?: () => void }>({ busy: false });
  // biome-ignore lint/correctness/useExhaustiveDependencies: the caller lists what its question depends on
  useEffect(() => {
    let wanted = true;
    const put = () => {
      if (!wanted) return;
      line.current.busy = true;
      ask(engine)
        .then(
          (value) => wanted && setAnswer({ value }),
          // A new engine is on its way, and is asked as soon as it has the gradebook.
          (cause) => wanted && !(cause instanceof WorkerEnded) && setFailure(cause),
        )
        .finally(() => {
          line.current.busy = false;
          const { next } = line.current;
          line.current.next = undefined;
          next?.();
        });
    };
    // While an answer is made only the newest question waits: fast typing must not pile up questions.
    if (line.current.busy) line.current.next = put;
    else put();
    return () => {
      wanted = false;
    };
  }, [engine, revision, ...question]);
  if (failure) throw failure;
  return answer?.value;
}
