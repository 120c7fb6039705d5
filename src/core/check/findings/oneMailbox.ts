import { readersOf } from "../../selection/planNote";
import { fewOf, listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { lettersDo } from "./wording";

/** One letter for several who read one mailbox. */
export const oneMailbox: FindingKind = {
  severity: "line",
  words: (details) => ({
    title: `${lettersDo(details, "goes", "go")} to a mailbox that several read: ${listed(details.quotes)}`,
    mend: "They get one letter, with all their names in the greeting.",
  }),
  inNote: ({ plan }) => {
    const together = plan.letters.filter(({ others }) => others !== undefined);
    if (together.length === 0) return [];
    const quotes = fewOf(together.map((letter) => listed(readersOf(letter).map(({ name }) => name))));
    return [{ path: { letterKey: together[0]?.key }, numbers: { letters: together.length }, quotes }];
  },
};
