"use client";
import { usePathname } from "next/navigation";
import { useCallback } from "react";
import { toast } from "sonner";
import type { ChangeAbout } from "@/core/change/changeEntry";
import type { Wanted } from "@/office/open/officeState";
import { sayTrouble, troubleIsOver } from "@/ui/shared/trouble";
import { failureWords } from "./failureWords";
import { screenOf } from "./screenOf";
import { useUndoRedo } from "./useUndoRedo";
import { useVine } from "./VineContext";

interface Choices extends Partial<Pick<ChangeAbout, "joins">> {
  /** A change of which one sees at once that it is made needs no message. */
  readonly quietly?: boolean;
}

/**
 * Makes a change and says so, with the way back; resolves with whether it is kept. What can't be kept is said, and what
 * was typed stays where it is.
 */
export function useChange(): (wanted: Wanted, words: string, choices?: Choices) => Promise<boolean> {
  const { office } = useVine();
  const screen = screenOf(usePathname());
  const turn = useUndoRedo();
  return useCallback(
    async (wanted, words, { quietly = false, ...about } = {}) => {
      try {
        const done = await office.commit(wanted, { words, screen, ...about });
        if (!done.ok) sayTrouble(done.problem);
        else troubleIsOver();
        if (done.ok && done.seq !== undefined && !quietly) {
          const { seq } = done;
          toast(done.words ?? words, { action: { label: "Take back", onClick: () => void turn({ seq }) } });
        }
        return done.ok;
      } catch (cause) {
        sayTrouble(failureWords(cause));
        return false;
      }
    },
    [office, screen, turn],
  );
}
