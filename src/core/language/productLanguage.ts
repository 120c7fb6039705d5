import type { LetterWords } from "./letterWords";
import type { StarterPhrases } from "./starterPhrases";

/** Everything that the product itself says in a language. */
export interface ProductLanguage {
  readonly letterWords: LetterWords;
  readonly starterPhrases: StarterPhrases;
}
