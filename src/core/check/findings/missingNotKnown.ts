import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { lettersDo, studentsOf } from "./wording";

/** A letter says that nothing is missing, and nobody knows that where no work was marked. */
export const missingNotKnown: FindingKind = {
  severity: "stop",
  canBeMeant: true,
  words: (details) => ({
    title: `${lettersDo(details, "says", "say")} “${details.quotes[0]}”, and that is not known`,
    mend: `Nothing was marked in this term for ${studentsOf(details)}: ${listed(details.quotes.slice(1))}. Take it out, or leave these classes out.`,
  }),
  inLetter: (scene) => {
    const { claim, planned } = scene;
    if (!claim) return [];
    const unknown = planned.matches.filter((match) => !scene.isWorkKnown(match));
    return unknown.length > 0 ? [{ where: { word: claim }, quote: claim, about: unknown }] : [];
  },
};
