import { brokenLine } from "../reading/readWritten";
import type { FindingKind } from "./findingKind";
import { lettersOf } from "./wording";

export const brokenSentence: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `A sentence looks broken in ${lettersOf(details)}: “${details.quotes[0]}”`,
    mend: "A value may be empty there, or a space too many. Say what stands in.",
  }),
  inLetter: ({ written, rendered, words: { language } }) => {
    // A line to be filled in has its spaces on purpose.
    let broken = written.find((words) => words.broken && !/_{3,}/.test(words.broken))?.broken ?? "";
    // Only where a value is empty do the words around it meet.
    if (rendered.empty > 0) broken ||= brokenLine(rendered.subject, language) || brokenLine(rendered.text, language);
    return broken ? [{ quote: broken }] : [];
  },
};
