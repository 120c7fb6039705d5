import { type ConditionReason, conditionBecause } from "./conditionKinds";
import type { NothingKnown } from "./conditions/judged";

/** Why one student is, or nearly is, in a selection: the figure that decided and what it was held against. */
export type Reason =
  | ConditionReason
  | NothingKnown
  | { readonly kind: "in class" }
  | { readonly kind: "added by hand" };

/** The reason in words, with the figures: "overall 64 % in Earth Systems 9, below 70 %". */
export function reasonWords(reason: Reason, classLabel: string): string {
  switch (reason.kind) {
    case "no average":
      if (reason.since === "") return "no note yet to compare with";
      if (reason.since) return `no average on ${reason.since} in ${classLabel}`;
      return `no ${reason.of ? `average of ${reason.of}` : "average"} yet in ${classLabel}`;
    case "no score":
      return `${reason.assignment}: no points in ${classLabel}`;
    case "no work":
      return `no assignments in ${classLabel}`;
    case "in class":
      return `in ${classLabel}`;
    case "added by hand":
      return `in ${classLabel}, added by hand`;
    default:
      return conditionBecause(reason, classLabel);
  }
}
