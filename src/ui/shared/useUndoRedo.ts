"use client";
import { useCallback } from "react";
import { toast } from "sonner";
import type { Office } from "@/office/office";
import { sayTrouble } from "@/ui/shared/trouble";
import { failureWords } from "./failureWords";
import { useVine } from "./VineContext";

/** Takes a change back or makes it again, and says which. */
export function useUndoRedo(): (wanted: Parameters<Office["undoRedo"]>[0]) => Promise<void> {
  const { office } = useVine();
  return useCallback(
    async (wanted) => {
      try {
        const { entry, ...done } = await office.undoRedo(wanted);
        if (!done.ok) {
          // Where there is nothing to turn no line is named, and that is no trouble.
          if (entry) sayTrouble(done.problem);
          else toast(done.problem);
        } else if (entry) {
          const isBack = entry.takenBackAt === undefined;
          toast(`${isBack ? "Taken back" : "Made again"}: ${entry.words}`);
        }
      } catch (cause) {
        sayTrouble(failureWords(cause));
      }
    },
    [office],
  );
}
