import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { lackingSources } from "./lackingSources";

export const notInAllClasses: FindingKind = {
  severity: "line",
  words: ({ quotes }) => ({
    title: `“${quotes[0]}” is not in ${listed(quotes.slice(1))}`,
    mend: "There it is not known, selects nobody, and what stands in is written.",
  }),
  inNote: (scene) =>
    lackingSources(scene)
      .filter(({ isInNone }) => !isInNone)
      .map(({ path, use, lacking }) => ({ path, quotes: [use.name, ...lacking] })),
};
