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
  inLetter: ({ index, note, rendered, claim, planned: { matches } }) => {
    const asks = countsMissing(rendered) && asksForIt(rendered, claim);
    if (!asks && !speaksOfMissing(rendered)) return [];
    // Of several children one that misses something is enough to speak of it.
    const missesNothing = matches.every(
      ({ classId, studentId }) => index.figures(classId, studentId, note.selection.period).missing.length === 0,
    );
    return missesNothing ? [{}] : [];
  },
};

/** That there are 0 is true; that they are to be handed in is not said to somebody who misses nothing. */
function countsMissing({ fields }: RenderedLetter): boolean {
  return fields.some(({ field }) => field === "missing.count");
}

/** "You have handed in everything" asks for nothing. */
function asksForIt({ written }: RenderedLetter, claim: string): boolean {
  return written.some((words) => ASKS.test(claim === "" ? words : words.replaceAll(claim, " ")));
}

const ASKS =
  /\b(?:hand(?:ed|s)? (?:it |them |this |that )?in|hand in|turn(?:ed)? in|submit|make (?:it |them )?up|catch up)\b|(?<!\p{L})(?:entreg\p{L}+|rend(?:re|u\p{L}*)|odda\p{L}*|здат\p{L}*|nộp|تسليم)(?!\p{L})|补交|交上/iu;

/** Whether a letter lists missing work, whatever there is. */
function speaksOfMissing({ fields, blocks }: RenderedLetter): boolean {
  if (fields.some(({ field, fallback }) => field === "missing.list" && !fallback.trim())) return true;
  return blocks.some((block) => block.type === "missingWork" && !block.attrs.whenNothing.trim());
}
