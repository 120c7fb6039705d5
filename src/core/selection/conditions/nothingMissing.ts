import type { ConditionKind } from "./conditionKind";
import { NO_WORK, yesOrNo } from "./judged";

interface NothingMissingReason {
  readonly kind: "nothing missing";
  readonly count: number;
  readonly holds: boolean;
}

export const nothingMissing: ConditionKind<"nothing missing", NothingMissingReason> = {
  offer: "nothing missing",
  begins: { kind: "nothing missing" },
  phrase: () => ["who miss nothing"],
  judge: () => (row) => {
    if (!row.knowsWork()) return NO_WORK;
    const count = row.figures.missing.length;
    return yesOrNo(count === 0, { kind: "nothing missing", count, holds: count === 0 });
  },
  because: ({ count }, classLabel) =>
    count === 0 ? `nothing missing in ${classLabel}` : `${count} missing in ${classLabel}`,
  outside: (_condition, _class, columns) => (place) => (columns.missing[place] ?? 0) > 0,
};
