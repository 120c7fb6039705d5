import type { ProductLanguage } from "../../language/productLanguage";
import { digestPhrases } from "./digestPhrases";
import { letterWords } from "./letterWords";
import { reportWords } from "./reportWords";
import { starterPhrases } from "./starterPhrases";

export const english: ProductLanguage = { letterWords, starterPhrases, digestPhrases, reportWords };
