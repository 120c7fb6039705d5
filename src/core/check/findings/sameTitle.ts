import { assignmentsIn } from "../../figures/studentFigures";
import { titleKey } from "../../model/titleKey";
import { fewOf, listed } from "../../words";
import { sourcesOf } from "../reading/namedSources";
import type { FindingKind } from "./findingKind";
import { classesOf, className } from "./gradebookNames";

/** A title that the note speaks of and that several assignments of one class have: one of them is taken. */
export const sameTitle: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `Two assignments have one title: ${listed(quotes)}`,
    mend: "The letter speaks of the one that fell due first. Give them titles of their own.",
  }),
  inNote: ({ index, note, plan }) => {
    const titles = new Set(
      sourcesOf(note).flatMap(({ kind, name }) => (kind === "assignment" ? [titleKey(name)] : [])),
    );
    if (titles.size === 0) return [];
    const doubled = classesOf(plan).flatMap((classId) => {
      const gradebook = index.gradebook(classId);
      const work = gradebook ? assignmentsIn(gradebook, note.selection.period) : [];
      const seen = new Set<string>();
      return work.flatMap(({ title }) => {
        const key = titleKey(title);
        if (!titles.has(key)) return [];
        if (seen.has(key)) return [`${title} in ${className(index, classId)}`];
        seen.add(key);
        return [];
      });
    });
    return doubled.length > 0 ? [{ quotes: fewOf([...new Set(doubled)]) }] : [];
  },
};
