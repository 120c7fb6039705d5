import { hasSource } from "../../letter/fields/fieldsFor";
import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { fieldLabel, lettersOf } from "./wording";

export const unfilledField: FindingKind = {
  severity: "stop",
  words: (details) => ({
    title: `“${fieldLabel(details)}” is empty in ${lettersOf(details)}`,
    mend: `There is no value for ${listed(details.quotes)}. Say what stands in, or leave the field out.`,
  }),
  quotes: "names",
  inLetter: ({ index, rendered, reports }) => [
    ...rendered.unfilled.filter((field) => hasSource(field, index.world)).map((field) => ({ where: { field } })),
    ...reports.flatMap(({ unfilled }) => unfilled.map((field) => ({ where: { field } }))),
  ],
};
