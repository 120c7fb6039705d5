import { isAsked } from "../reading/namedSources";
import type { FindingKind } from "./findingKind";
import { lackingSources } from "./lackingSources";

/** A condition asks for what none of the classes has: nobody would be selected by it. */
export const goneSource: FindingKind = {
  severity: "stop",
  words: ({ path, quotes }) => ({
    title: `${path.place === "body" ? "Conditional text asks" : "A condition asks"} for “${quotes[0]}”, and no class of this note has it`,
    mend: "Nobody can meet it. Choose what is there, or other classes.",
  }),
  inNote: (scene) =>
    lackingSources(scene)
      .filter(({ use, isInNone }) => isInNone && isAsked(use))
      .map(({ path, use }) => ({ path, quotes: [use.name] })),
};
