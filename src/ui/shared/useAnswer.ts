"use client";
import { type DependencyList, useEffect, useRef, useState } from "react";
import type { Engine } from "@/workers/engine/startEngine";
import { WorkerEnded } from "@/workers/life/mortal";
import { useVine } from "./VineContext";

/** Somebody who types is not held up by figures: they are asked for once the gradebook rests so long, in ms. */
const REST_MS = 120;
/** And never later than this after a change, in ms. */
const LONGEST_WAIT_MS = 1_000;
/** What follows from what is typed or marked waits until the keys rest so long, in ms, however long that takes. */
const KEYS_REST_MS = 250;

/**
 * What the engine answers to a question; asked again when the world or the question changes, of a world that changes again
 * and again once it rests.
 * The last answer stays while the next one is made, so that nothing flickers; answers that come too late are dropped.
 * Where nothing but what is `typed` changed, the question waits until the keys rest; the first time it is asked at once.
 */
export function useAnswer<T>(
  ask: (engine: Engine) => Promise<T>,
  question: DependencyList,
  typed: DependencyList = [],
): T | undefined {
  const { engine, revision } = useVine();
  const [answer, setAnswer] = useState<{ value: T }>();
  const [failure, setFailure] = useState<unknown>();
  const line = useRef<{ busy: boolean; next?: () => void }>({ busy: false });
  const answered = useRef<{ question: DependencyList; typed: DependencyList }>(undefined);
  const changedSince = useRef<number>(undefined);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the caller lists what its question depends on
  useEffect(() => {
    let wanted = true;
    const put = () => {
      if (!wanted) return;
      line.current.busy = true;
      ask(engine)
        .then(
          (value) => {
            if (!wanted) return;
            answered.current = { question: [engine, ...question], typed };
            setAnswer({ value });
          },
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
    const queue = () => {
      changedSince.current = undefined;
      if (line.current.busy) line.current.next = put;
      else put();
    };
    const now = performance.now();
    const isAnswered = isSame([engine, ...question], answered.current?.question);
    const isTyped = isAnswered && !isSame(typed, answered.current?.typed);
    if (isAnswered) changedSince.current ??= now;
    const wait = isTyped ? KEYS_REST_MS : Math.min(REST_MS, (changedSince.current ?? now) + LONGEST_WAIT_MS - now);
    const rest = isAnswered ? wait : 0;
    const timer = rest > 0 ? setTimeout(queue, rest) : undefined;
    if (timer === undefined) queue();
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [engine, revision, ...question, ...typed]);
  if (failure) throw failure;
  return answer?.value;
}

function isSame(one: DependencyList, other: DependencyList | undefined): boolean {
  return other?.length === one.length && one.every((value, place) => value === other[place]);
}
