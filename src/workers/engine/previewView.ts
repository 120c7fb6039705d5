import { applyChange, type Change } from "@/core/change/change";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { type GradeLabelChange, gradeLabelChanges } from "@/core/figures/gradeLabelChanges";
import { lostExtraCredit } from "@/core/figures/lostExtraCredit";
import { formatPercent } from "@/core/figures/roundFraction";
import { classLabel } from "@/core/model/schoolClass";
import { fullName } from "@/core/model/student";
import type { Period } from "@/core/model/term";

/** What a change of settings would do, before it is made. */
export interface PreviewView {
  /** How many shown averages would be others. */
  readonly averages: number;
  readonly labels: readonly {
    readonly key: string;
    readonly who: string;
    readonly from: string;
    readonly to: string;
  }[];
  readonly moreLabels: number;
  /** Categories in which extra credit would be lost. */
  readonly lostExtraCredit: readonly string[];
}

const MOST_LISTED = 40;

export function previewView(
  index: FiguresIndex,
  change: Change,
  period: Period,
  classIds: readonly string[],
): PreviewView {
  const next = new FiguresIndex(applyChange(index.world, change), index.today);
  const after = next.world;
  const changes = gradeLabelChanges(index, next, period, classIds);
  const relabelled = changes.filter(({ before, after }) => before.label !== after.label);
  const lost = classIds.flatMap((id) => {
    const schoolClass = after.classes.get(id);
    const work = [...after.assignments.values()].filter(({ classId, termId }) => classId === id && termId === period);
    return schoolClass ? lostExtraCredit(schoolClass, work) : [];
  });
  const words = ({ classId }: GradeLabelChange, side: GradeLabelChange["before"]) => {
    const decimals = after.classes.get(classId)?.decimals ?? 0;
    const percent = side.shown === undefined ? "no average" : formatPercent(side.shown, decimals);
    return [percent, side.label].filter(Boolean).join(" ");
  };
  return {
    averages: changes.filter((one) => one.before.shown !== one.after.shown).length,
    labels: relabelled.slice(0, MOST_LISTED).map((one) => {
      const student = index.world.students.get(one.studentId);
      const schoolClass = index.world.classes.get(one.classId);
      const name = student ? fullName(student) : "";
      return {
        key: `${one.classId}/${one.studentId}`,
        who: classIds.length > 1 && schoolClass ? `${name}, ${classLabel(schoolClass)}` : name,
        from: words(one, one.before),
        to: words(one, one.after),
      };
    }),
    moreLabels: Math.max(0, relabelled.length - MOST_LISTED),
    lostExtraCredit: [...new Set(lost)],
  };
}
