import { hasSource, sourceOf } from "../../letter/fields/fieldsFor";
import { inlineNodes } from "../../model/letterBody";
import { isAsked } from "../reading/namedSources";
import type { FindingKind } from "./findingKind";
import { lackingSources } from "./lackingSources";
import { fieldLabel, placeOf } from "./wording";

/** A field of something that was taken away, or that no class of the note has. */
export const unknownField: FindingKind = {
  severity: "stop",
  words: (details) => ({
    title: `The ${placeOf(details)} has a field that is not there any more: “${fieldLabel(details)}”`,
    mend: "What it speaks of was taken away. Take the field out and place another one.",
  }),
  inWords: ({ index, words }) =>
    (["subject", "body"] as const).flatMap((place) => {
      const nodes = [...inlineNodes(words[place])];
      const fields = new Set(nodes.flatMap((node) => (node.type === "field" ? [node.attrs.field] : [])));
      return [...fields]
        .filter((field) => sourceOf(field) === undefined && !hasSource(field, index.world))
        .map((field) => ({ path: { place, field } }));
    }),
  // What has a name is looked for in the classes of the note.
  inNote: (scene) =>
    lackingSources(scene)
      .filter(({ use, isInNone }) => isInNone && !isAsked(use))
      .map(({ path, use }) => ({ path, quotes: [use.name] })),
};
