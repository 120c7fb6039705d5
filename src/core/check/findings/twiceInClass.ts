import { fewOf, listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { classesOf, className, studentName } from "./gradebookNames";

export const twiceInClass: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `Twice in one class: ${listed(quotes)}`,
    mend: "Take one of them out, in Families.",
  }),
  inNote: ({ index, plan }) => {
    const twice = classesOf(plan).flatMap((classId) => {
      const ids = index.world.classes.get(classId)?.studentIds ?? [];
      const again = new Set(ids.filter((id, place) => ids.indexOf(id) !== place));
      return [...again].map((id) => `${studentName(index, id)} in ${className(index, classId)}`);
    });
    return twice.length > 0 ? [{ quotes: fewOf(twice) }] : [];
  },
};
