"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import { sameData, updating } from "@/core/change/change";
import type { PageDesign } from "@/core/model/pageDesign";
import { failureWords } from "@/ui/shared/failureWords";
import { sayTrouble } from "@/ui/shared/trouble";
import { useVine } from "@/ui/shared/VineContext";

/** How long one goes on typing before a step of it is kept. */
const KEEP_AFTER_MS = 500;

/** A design while it is written: kept a moment after each change, and at once when the screen is left. */
export function useDesignEditing(initial: PageDesign): {
  design: PageDesign;
  isKept: boolean;
  change: (part: Partial<PageDesign>) => void;
} {
  const { office, now } = useVine();
  const [design, setDesign] = useState(initial);
  const [kept, setKept] = useState(initial);
  const latest = useRef({ design, kept });
  latest.current.design = design;
  const keep = useCallback(async () => {
    const { design: next, kept: before } = latest.current;
    if (sameData(next, before)) return;
    latest.current.kept = next;
    const words = `The design “${next.name}” was changed.`;
    try {
      const done = await office.commit(updating("pageDesigns", before, next), {
        words,
        screen: "Reports",
        joins: `design ${next.id}`,
      });
      if (done.ok) return setKept(next);
      latest.current.kept = before;
      sayTrouble(done.problem);
    } catch (cause) {
      latest.current.kept = before;
      sayTrouble(failureWords(cause));
    }
  }, [office]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each change of the design begins the time again
  useEffect(() => {
    const timer = setTimeout(() => void keep(), KEEP_AFTER_MS);
    return () => clearTimeout(timer);
  }, [design, keep]);
  useEffect(() => () => void keep(), [keep]);
  const change = useCallback(
    (part: Partial<PageDesign>) => setDesign((known) => ({ ...known, ...part, changedAt: now() })),
    [now],
  );
  return { design, isKept: sameData(design, kept), change };
}
