"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Change } from "@/core/change/change";
import type { PostStatus } from "@/core/delivery/postEvent";
import type { Round, WholeLetter } from "@/core/delivery/round";
import type { Vine } from "@/ui/shared/VineContext";
import { catchUp, handOverPrepared } from "./postOffice";

/** How long the post room may keep the question open when nothing happens. */
const WAIT_MS = 20_000;
const RETRY_MS = 2_000;
const NOBODY_ANSWERS = "The post room does not answer. Start Vine Note again; letters wait here meanwhile.";

export interface PostLine {
  /** Why letters can't be handed over at present, in words. */
  readonly trouble: string | undefined;
  /** What the post room is connected to and how much it lets go; none before it has answered. */
  readonly status: PostStatus | undefined;
  /** Keeps a round, with what sending it changes, and begins to hand it over. */
  send(round: Round, letters: readonly WholeLetter[], change?: Change): Promise<void>;
}

/** Keeps in touch with the post room as long as the application is open: hands over what waits, brings the record up to date. */
export function usePostRoom({ database, takeInFamilyEvents, keepRound }: Vine): PostLine {
  const [trouble, setTrouble] = useState<string>();
  const [status, setStatus] = useState<PostStatus>();
  const question = useRef<AbortController>(undefined);
  const families = useRef(takeInFamilyEvents);
  families.current = takeInFamilyEvents;
  const keep = useRef(keepRound);
  keep.current = keepRound;

  useEffect(() => {
    let gone = false;
    let asked = false;
    const keepInTouch = async () => {
      while (!gone) {
        question.current = new AbortController();
        try {
          await handOverPrepared(database);
          // The first question is answered at once, so that it is known soon whether letters leave this computer.
          const { signal } = question.current;
          const now = await catchUp(database, asked ? WAIT_MS : 0, signal, (...events) => families.current(...events));
          asked = true;
          if (gone) continue;
          setStatus(now);
          setTrouble(undefined);
        } catch (cause) {
          // Asked anew because there is something to hand over; anything else means that nobody answers.
          if (gone || question.current.signal.aborted) continue;
          setTrouble(cause instanceof TypeError ? NOBODY_ANSWERS : (cause as Error).message);
          await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
        }
      }
    };
    void keepInTouch();
    return () => {
      gone = true;
      question.current?.abort();
    };
  }, [database]);

  const send = useCallback(async (round: Round, letters: readonly WholeLetter[], change: Change = {}) => {
    await keep.current(round, letters, change);
    question.current?.abort();
  }, []);
  return { trouble, status, send };
}
