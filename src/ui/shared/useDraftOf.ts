"use client";
import { useState } from "react";
import { sameData } from "@/core/change/change";
import { useUnkept } from "./LeavingProvider";

/** Something kept while it is edited. */
export interface DraftOf<Value> {
  /** What it was when the editing began: a change is made from this, so that what others do meanwhile stays. */
  readonly base: Value;
  readonly draft: Value;
  readonly isChanged: boolean;
  set(next: Value | ((now: Value) => Value)): void;
}

/**
 * A draft of something that is kept. While nothing was typed it follows what is kept; once something was, that stays, and
 * whoever leaves the screen is asked.
 */
export function useDraftOf<Value>(kept: Value): DraftOf<Value> {
  const [editing, setEditing] = useState({ base: kept, draft: kept });
  const { base, draft } = editing;
  const isChanged = !sameData(draft, base);
  if (base !== kept && (!isChanged || sameData(draft, kept))) setEditing({ base: kept, draft: kept });
  useUnkept(isChanged);
  return {
    base,
    draft,
    isChanged,
    set: (next) =>
      setEditing((now) => ({
        ...now,
        draft: typeof next === "function" ? (next as (draft: Value) => Value)(now.draft) : next,
      })),
  };
}
