import { WHOLE_YEAR } from "../../model/term";
import type { FindingKind } from "./findingKind";

export const termNotCurrent: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `The figures are of ${quotes[0]}`,
    mend: `Today lies in ${quotes[1]}. Change the term if that is not what you mean.`,
  }),
  inNote: ({ index, note, plan }) => {
    const { period } = note.selection;
    const terms = [...index.world.terms.values()];
    const current = terms.find(({ from, to }) => from <= index.today && index.today <= to);
    const chosen = terms.find(({ id }) => id === period);
    if (plan.letters.length === 0 || period === WHOLE_YEAR || terms.length === 0) return [];
    if (current && chosen?.id === current.id) return [];
    return [{ quotes: [chosen?.name ?? "no term", current?.name ?? "no term"] }];
  },
};
