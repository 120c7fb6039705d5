import type { ProductLanguage } from "../../language/productLanguage";
import { letterWords } from "./letterWords";
import { starterPhrases } from "./starterPhrases";

export const english: ProductLanguage = { letterWords, starterPhrases };
