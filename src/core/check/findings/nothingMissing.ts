import type { RenderedLetter } from "../../letter/compileLetter";
import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { lettersDo } from "./wording";

export const nothingMissing: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `${lettersDo(details, "speaks", "speak")} of missing work, and nothing is missing`,
    mend: `${listed(details.quotes)}. Select only who misses something, or say what stands there otherwise.`,
  }),
  quotes: "names",
  inLetter: ({ index, note, rendered, planned: { matches } }) => {
    if (!speaksOfMissing(rendered)) return [];
    // Of several children one that misses something is enough to speak of it.
    const missesNothing = matches.every(
      ({ classId, studentId }) => index.figures(classId, studentId, note.selection.period).missing.length === 0,
    );
    return missesNothing ? [{}] : [];
  },
};

/** Whether a letter counts or lists missing work, whatever there is. */
function speaksOfMissing({ fields, blocks }: RenderedLetter): boolean {
  if (fields.some(({ field, fallback }) => field === "missing.count" || (field === "missing.list" && !fallback.trim())))
    return true;
  return blocks.some((block) => block.type === "missingWork" && !block.attrs.whenNothing.trim());
}
