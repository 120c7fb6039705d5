import { useRef } from "react";
import type { Period } from "@/core/model/term";
import { useAnswer } from "@/ui/shared/useAnswer";
import { type HeldView, viewFrom } from "@/workers/engine/gradebookNews";
import type { GradebookView } from "@/workers/engine/gradebookView";

/** The view of classes in a period; what says the same as before is the very same object, so that only what changed is drawn. */
export function useGradebookView(classIds: readonly string[], period: Period): GradebookView | undefined {
  const held = useRef<HeldView>(undefined);
  return useAnswer(
    async (engine) => {
      const before = held.current;
      const news = await engine.gradebook(classIds, period, before?.stamp);
      const view = viewFrom(news, before?.view);
      held.current = { stamp: news.stamp, view };
      return view;
    },
    [classIds, period],
  );
}
