import type { ProductLanguage } from "../../language/productLanguage";
import { letterWords } from "./letterWords";
import { starterPhrases } from "./starterPhrases";

export const chinese: ProductLanguage = { letterWords, starterPhrases };
