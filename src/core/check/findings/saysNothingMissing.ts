import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { lettersDo } from "./wording";

export const saysNothingMissing: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `${lettersDo(details, "says", "say")} “${details.quotes[0]}”, and something is missing`,
    mend: `${listed(details.quotes.slice(1))}. Put it into conditional text for those alone who miss nothing.`,
  }),
  inLetter: ({ index, note, claim, planned: { matches } }) => {
    if (!claim) return [];
    const untrue = matches.filter(
      ({ classId, studentId }) => index.figures(classId, studentId, note.selection.period).missing.length > 0,
    );
    // Of several children one may have it all, and the letter says so of that one.
    return untrue.length === matches.length ? [{ quote: claim, about: untrue }] : [];
  },
};
