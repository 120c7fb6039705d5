import { gradeLabel } from "../../figures/gradeLabel";
import { roundFraction } from "../../figures/roundFraction";
import type { RenderedLetter } from "../../letter/compileLetter";
import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { lettersOf } from "./wording";

/** An average written so that it would have another letter grade than the one beside it: "89.6 %" and "A from 90". */
export const letterDisagrees: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `The average and the letter grade do not agree in ${lettersOf(details)}`,
    mend: `The average is written with other decimals than those the letter is made from (${listed(details.quotes)}). Write it as the class shows it.`,
  }),
  quotes: "names",
  inLetter: ({ index, note, rendered, planned: { matches } }) => {
    const decimals = decimalsBesideLabel(rendered);
    if (decimals === undefined) return [];
    const disagrees = ({ classId, studentId }: (typeof matches)[number]) => {
      const { overall } = index.figures(classId, studentId, note.selection.period);
      const scale = index.world.gradeScales.get(index.world.classes.get(classId)?.gradeScaleId ?? "");
      if (!overall || !scale) return false;
      return gradeLabel(scale, overall.shown) !== gradeLabel(scale, roundFraction(overall.exact, decimals));
    };
    return matches.some(disagrees) ? [{}] : [];
  },
};

/** With how many decimals of its own a letter writes the average beside the letter grade; none where it does not. */
function decimalsBesideLabel({ fields }: RenderedLetter): number | undefined {
  const hasLabel = fields.some(
    ({ field, format }) => field === "gradeLabel" || (field === "overall" && format === "grade label"),
  );
  const written = fields.find(({ field, format }) => field === "overall" && /^\d decimal/.test(format));
  return hasLabel && written ? Number.parseInt(written.format, 10) : undefined;
}
