"use client";
import { useCallback } from "react";
import { toast } from "sonner";
import { type Change, isEmptyChange, reverseChange } from "@/core/change/change";
import { useVine } from "./VineContext";

/** Makes a change and says so, with the way back. */
export function useChange(): (change: Change, words: string) => Promise<void> {
  const { commit } = useVine();
  return useCallback(
    async (change, words) => {
      if (isEmptyChange(change)) return;
      await commit(change);
      toast(words, { action: { label: "Undo", onClick: () => void commit(reverseChange(change)) } });
    },
    [commit],
  );
}
