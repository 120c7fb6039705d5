import type { OwnComparison } from "../../model/condition";
import { formatDay } from "../../model/day";
import { extraColumnsOf, type OwnType, ownValueText } from "../../model/extraColumn";
import { titleKey } from "../../model/titleKey";
import type { World } from "../../model/world";
import type { ConditionKind } from "./conditionKind";
import { yesNoOrUnknown, yesOrNo } from "./judged";
import { ownHolds } from "./ownHolds";
import { asTheyAre, type Changeable, type Control, known } from "./phrase";

interface ExtraColumnReason {
  readonly kind: "own column";
  readonly column: string;
  readonly value: string;
  readonly holds: boolean;
}

/** An empty value is an answer only where one asks for it; compared with anything else it is not known. */
export const extraColumn: ConditionKind<"own column", ExtraColumnReason> = {
  offer: "extra column",
  begins: { kind: "own column", column: "", comparison: "is", value: "" },
  phrase: (condition) => {
    const { column, comparison, value } = condition;
    const compare: Changeable<typeof condition> = {
      said: COMPARED[comparison],
      control: (world) => ({
        kind: "choice",
        label: "How it is compared",
        value: comparison,
        options: COMPARISONS[typeOf(world, column)].map((one) => ({ value: one, words: COMPARED[one] })),
        change: (next) => ({ ...condition, comparison: next as OwnComparison }),
      }),
    };
    const compared: Changeable<typeof condition> = {
      said: (/^\d{4}-\d{2}-\d{2}$/.test(value) ? formatDay(value) : value) || "…",
      control: (world): Control<typeof condition> => ({
        kind: "text",
        label: "What it is compared with",
        value,
        isDay: typeOf(world, column) === "date",
        hint: comparison === "is one of" ? "one, another, …" : "",
        offers: valuesOf(world, column),
        change: (next) => ({ ...condition, value: next }),
      }),
    };
    return [
      "whose ",
      known(
        "Extra column",
        column,
        column || "extra column",
        ({ ownColumns }) => asTheyAre(extraColumnsOf(ownColumns).names.map(({ name }) => name)),
        (name) => ({ ...condition, column: name, value: "" }),
      ),
      " ",
      compare,
      ...(comparison === "empty" ? [] : [" ", compared]),
    ];
  },
  judge:
    ({ column, comparison, value }) =>
    (row) => {
      const own = row.ownValue(column);
      const reason = (holds: boolean): ExtraColumnReason => ({
        kind: "own column",
        column,
        value: ownValueText(own?.value),
        holds,
      });
      if (comparison === "empty" && row.hasExtraColumn(column))
        return yesOrNo(own === undefined, reason(own === undefined));
      const holds = own && ownHolds(own.value, comparison, value);
      return yesNoOrUnknown(holds, reason(holds ?? false));
    },
  because: (reason) => `${reason.column}: ${reason.value || "empty"}`,
};

const COMPARED: Readonly<Record<OwnComparison, string>> = {
  is: "is",
  "is one of": "is one of",
  "is not": "is not",
  contains: "contains",
  "at most": "is at most",
  "at least": "is at least",
  before: "is before",
  empty: "is empty",
};

const COMPARISONS: Record<OwnType, readonly OwnComparison[]> = {
  text: ["is", "is one of", "is not", "contains", "empty"],
  number: ["is", "is not", "at most", "at least", "empty"],
  date: ["is", "is not", "before", "at most", "at least", "empty"],
  "yes or no": ["is", "is not", "empty"],
};

function typeOf({ ownColumns }: World, column: string): OwnType {
  return extraColumnsOf(ownColumns).names.find(({ name }) => name === column)?.type ?? "text";
}

function valuesOf({ ownColumns }: World, column: string): string[] {
  const said = [...ownColumns.values()]
    .filter(({ name }) => titleKey(name) === titleKey(column))
    .flatMap(({ values }) => Object.values(values).map(ownValueText));
  return [...new Set(said)].sort();
}
