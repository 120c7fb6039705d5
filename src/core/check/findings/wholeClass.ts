import { classLabel } from "../../model/schoolClass";
import { listed } from "../../words";
import type { FindingKind } from "./findingKind";

/** A class of fewer is often selected whole. */
const SMALLEST_CLASS = 5;
const THRESHOLDS = ["overall", "category", "assignment", "missing"];

/** A threshold that leaves nobody out of a class may not be the one that was meant. */
export const wholeClass: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `Everybody in ${listed(quotes)} is selected`,
    mend: "A threshold is set, and it leaves nobody out. See whether it is the one you mean.",
  }),
  inNote: ({ index, note: { selection }, plan }) => {
    if (plan.letters.length === 0 || !selection.conditions.some(({ kind }) => THRESHOLDS.includes(kind))) return [];
    const whole = [...index.world.classes.values()].filter(({ id, studentIds }) => {
      const selected = plan.selected.filter(({ classId }) => classId === id);
      return studentIds.length >= SMALLEST_CLASS && selected.length === studentIds.length;
    });
    return whole.length > 0 ? [{ quotes: whole.map(classLabel) }] : [];
  },
};
