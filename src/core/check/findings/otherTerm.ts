import { WHOLE_YEAR } from "../../model/term";
import { escapePattern } from "../reading/nameWords";
import type { FindingKind } from "./findingKind";
import { typedLines } from "./typedLines";
import { inLanguage } from "./wording";

/** The name of another term than the note’s, typed into its words. */
export const otherTerm: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `The ${inLanguage(details)}letter speaks of ${details.quotes[0]}, and its figures are of ${details.quotes[1] || "no term"}`,
    mend: "Change the words or the term.",
  }),
  inWords: ({ index: { world }, note: { selection }, words }) => {
    const terms = [...world.terms.values()];
    const chosen = terms.find(({ id }) => id === selection.period);
    const others = selection.period === WHOLE_YEAR ? [] : terms.filter(({ id }) => id !== selection.period);
    const text = [...typedLines(words.subject), ...typedLines(words.body)].join("\n");
    const [typed] = others.filter(({ name }) => speaksOfTerm(text, name));
    if (!typed || (chosen && speaksOfTerm(text, chosen.name))) return [];
    return [{ path: { place: "body" }, quotes: [typed.name, chosen?.name ?? ""] }];
  },
};

const TERM_WORD = "(?:term|semester|trimester|quarter|half[- ]term|trimestre|semestre|semestr|halbjahr|học kỳ)";

/** A name such as "Autumn" is a season as well: alone it needs the word for a term beside it. */
function speaksOfTerm(text: string, name: string): boolean {
  const plain = escapePattern(name.trim());
  if (!plain) return false;
  const hasWord = new RegExp(TERM_WORD, "iu").test(name);
  const isLong = hasWord || /\d/.test(name);
  const pattern = isLong ? plain : `(?:${plain}['’]?s? ${TERM_WORD}|${TERM_WORD} (?:of |de )?${plain})`;
  return new RegExp(`(?<![\\p{L}\\p{N}])${pattern}(?![\\p{L}\\p{N}])`, "iu").test(text);
}
