"use client";
import { type DependencyList, useEffect, useState } from "react";
import type { Engine } from "@/workers/engine/engineClient";
import { useVine } from "./VineContext";

/**
 * What the engine answers to a question; asked anew when the world or the question changes.
 * The last answer stays while the next one is made, so that nothing flickers; answers that come too late are dropped.
 */
export function useAnswer<T>(ask: (engine: Engine) => Promise<T>, question: DependencyList): T | undefined {
  const { engine, revision } = useVine();
  const [answer, setAnswer] = useState<{ value: T }>();
  const [failure, setFailure] = useState<unknown>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the caller lists what its question depends on
  useEffect(() => {
    let wanted = true;
    ask(engine).then(
      (value) => wanted && setAnswer({ value }),
      (cause) => wanted && setFailure(cause),
    );
    return () => {
      wanted = false;
    };
  }, [engine, revision, ...question]);
  if (failure) throw failure;
  return answer?.value;
}
