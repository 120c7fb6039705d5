import { listed } from "../../words";
import { someNames } from "../reading/someNames";
import type { FindingKind } from "./findingKind";

export const studentNotReached: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `Nobody is written to about ${listed(quotes)}`,
    mend: "They are selected, but no guardian or student who can be written to belongs to this note.",
  }),
  inNote: ({ index, plan }) =>
    plan.letters.length > 0 && plan.notReached.length > 0 ? [{ quotes: someNames(index, plan.notReached) }] : [],
};
