import type { FiguresIndex } from "@/core/figures/figuresIndex";
import { nameKey } from "@/core/matching/nameKey";
import type { NotePlan } from "@/core/selection/planNote";
import type { Selection } from "@/core/selection/selection";

/** Every student of the selection's classes as a dot along the measure of its first average. */
export interface StripView {
  /** The place of the condition whose threshold it shows. */
  readonly condition: number;
  readonly label: string;
  readonly dots: readonly { readonly key: string; readonly value: number; readonly isIn: boolean }[];
}

/** The strip of a selection; none where no average is compared. */
export function stripView(index: FiguresIndex, selection: Selection, plan: NotePlan): StripView | undefined {
  const condition = selection.conditions.findIndex(({ kind }) => kind === "overall" || kind === "category");
  const shown = selection.conditions[condition];
  if (shown?.kind !== "overall" && shown?.kind !== "category") return undefined;
  const isIn = new Set(plan.selected.map(({ classId, studentId }) => `${classId}/${studentId}`));
  const dots = [...index.world.classes.values()].flatMap((schoolClass) => {
    if (selection.classIds !== "all" && !selection.classIds.includes(schoolClass.id)) return [];
    const place =
      shown.kind === "category"
        ? schoolClass.categories.findIndex(({ name }) => nameKey(name) === nameKey(shown.category))
        : -1;
    return schoolClass.studentIds.flatMap((studentId) => {
      const figures = index.figures(schoolClass.id, studentId, selection.period);
      const average = shown.kind === "overall" ? figures.overall : figures.categoryAverages[place];
      const key = `${schoolClass.id}/${studentId}`;
      return average ? [{ key, value: average.shown, isIn: isIn.has(key) }] : [];
    });
  });
  return {
    condition,
    label: shown.kind === "overall" ? "Overall averages" : `Averages of ${shown.category}`,
    dots,
  };
}
