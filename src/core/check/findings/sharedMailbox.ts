import type { PlannedLetter } from "../../selection/planNote";
import { fewOf, listed } from "../../words";
import { someNames } from "../reading/someNames";
import type { FindingKind } from "./findingKind";

/** One address of people who have different children. */
export const sharedMailbox: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `One address, and not one family: ${listed(quotes)}`,
    mend: "Each would read what is about the other’s child. See in Families whose address it is.",
  }),
  inNote: ({ index, plan }) => {
    const byAddress = new Map<string, Map<string, PlannedLetter>>();
    for (const letter of plan.letters) {
      if (!letter.recipient.addressIsGood) continue;
      const address = letter.recipient.address.toLowerCase();
      byAddress.set(address, (byAddress.get(address) ?? new Map()).set(letter.recipient.id, letter));
    }
    const shared = [...byAddress.values()].filter(({ size }) => size > 1);
    const [first] = shared;
    if (!first) return [];
    const readers = (letters: ReadonlyMap<string, PlannedLetter>) =>
      listed(
        [...letters.values()].map(
          ({ recipient, matches }) => `${recipient.name} (${listed(someNames(index, matches))})`,
        ),
      );
    const [letter] = [...first.values()];
    return [
      {
        path: { letterKey: letter?.key },
        numbers: { letters: shared.length },
        quotes: fewOf(shared.map(readers)),
      },
    ];
  },
};
