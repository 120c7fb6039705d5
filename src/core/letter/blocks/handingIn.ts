import { handingIn as figuresOfHandingIn } from "../../figures/handingIn";
import { wordsIn } from "../../languages/productLanguages";
import type { LetterContext } from "../fields/letterContext";
import { notKnown } from "../fields/notKnown";
import { writingIn } from "../fields/writingIn";
import type { BlockKind } from "./blockKind";

/** What handing in the missing work would do, in a sentence. */
export const handingIn: BlockKind<"handingIn"> = {
  label: "What handing in would do",
  begins: { whenNothing: "Nothing is missing." },
  model: ({ whenNothing }, context) => ({
    kind: "sentence",
    text: sentence(context) || (notKnown(context) ?? whenNothing),
  }),
};

/** "64 % now; about 78 % with what is missing handed in."; nothing where nothing is missing, or it would do nothing. */
function sentence({ gradebook, student, period, today, figures, schoolClass, language }: LetterContext): string {
  if (figures.missing.length === 0) return "";
  const { now, after } = figuresOfHandingIn(gradebook, student.id, period, today);
  if (!now || !after || now.shown === after.shown) return "";
  const percent = (shown: number) => writingIn(language).percent(shown, schoolClass.decimals);
  return wordsIn(language).handingIn(percent(now.shown), percent(after.shown));
}
