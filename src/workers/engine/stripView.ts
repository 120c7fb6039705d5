import type { FiguresIndex } from "@/core/figures/figuresIndex";
import { selectedKey } from "@/core/model/keptSelection";
import type { Selection } from "@/core/model/selection";
import { comparedAverage, isAverageCondition } from "@/core/selection/conditions/comparedAverage";
import type { NotePlan } from "@/core/selection/planNote";

/** Every student of the selection's classes as a dot along the measure of its first average. */
export interface StripView {
  /** The place of the condition whose threshold it shows. */
  readonly condition: number;
  readonly label: string;
  readonly dots: readonly { readonly key: string; readonly value: number; readonly isIn: boolean }[];
}

/** The strip of a selection; none where no average is compared. */
export function stripView(index: FiguresIndex, selection: Selection, plan: NotePlan): StripView | undefined {
  const condition = selection.conditions.findIndex(isAverageCondition);
  const shown = selection.conditions[condition];
  if (!isAverageCondition(shown)) return undefined;
  const averageIn = comparedAverage(shown);
  const isIn = new Set(plan.selected.map(selectedKey));
  const dots = [...index.world.classes.values()].flatMap((schoolClass) => {
    if (selection.classIds !== "all" && !selection.classIds.includes(schoolClass.id)) return [];
    return schoolClass.studentIds.flatMap((studentId) => {
      const average = averageIn(schoolClass, index.figures(schoolClass.id, studentId, selection.period));
      const key = selectedKey({ classId: schoolClass.id, studentId });
      return average ? [{ key, value: average.shown, isIn: isIn.has(key) }] : [];
    });
  });
  return {
    condition,
    label: shown.kind === "overall" ? "Overall averages" : `Averages of ${shown.category}`,
    dots,
  };
}
