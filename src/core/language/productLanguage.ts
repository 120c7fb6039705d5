import type { DigestPhrases } from "./digestPhrases";
import type { LetterWords } from "./letterWords";
import type { ReportWords } from "./reportWords";
import type { StarterPhrases } from "./starterPhrases";

/** Everything that the product itself says in a language. */
export interface ProductLanguage {
  readonly letterWords: LetterWords;
  readonly starterPhrases: StarterPhrases;
  readonly digestPhrases: DigestPhrases;
  readonly reportWords: ReportWords;
}
