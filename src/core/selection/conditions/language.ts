import type { ConditionKind } from "./conditionKind";
import { yesOrNo } from "./judged";
import { languageName } from "./languageName";
import { known } from "./phrase";

interface LanguageReason {
  readonly kind: "language";
  readonly language: string;
  readonly holds: boolean;
}

export const language: ConditionKind<"language", LanguageReason> = {
  offer: "language",
  begins: { kind: "language", language: "es" },
  phrase: (condition) => [
    "whose family reads ",
    known(
      "Language",
      condition.language,
      languageName(condition.language),
      ({ guardians }) =>
        [...new Set([...guardians.values()].map((guardian) => guardian.language))]
          .sort()
          .map((tag) => ({ value: tag, words: languageName(tag) })),
      (tag) => ({ ...condition, language: tag }),
    ),
  ],
  judge: (condition) => (row) => {
    const holds = row.guardians().some((guardian) => guardian.language === condition.language);
    return yesOrNo(holds, { kind: "language", language: condition.language, holds });
  },
  because: (reason) => `${reason.holds ? "somebody" : "nobody"} reads ${languageName(reason.language)}`,
};
