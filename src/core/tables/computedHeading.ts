import { foldHeading } from "./foldHeading";
import { byFirstLetter, nearWord } from "./nearWord";

/** What a gradebook works out by itself. */
export type Computed = "sum" | "average" | "letter" | "rank" | "class average";

const WORDS: Readonly<Record<Computed, readonly string[]>> = {
  "class average": [
    "class average|class mean|class avg|group average|group mean|promedio del grupo|promedio de la clase|media de la clase",
    "klassenschnitt|klassendurchschnitt|moyenne de la classe|moyenne du groupe|srednia klasy|media da turma|trung binh lop",
  ],
  rank: ["rank|class rank|place|position|ranking|posicion|puesto|rang|platz|miejsce|classement|posicao|xep hang"],
  letter: [
    "letter|letter grade|grade letter|grade|calificacion letra|calificacion|nota letra|note buchstabe|buchstabennote|lettre|note lettre",
    "ocena literowa|ocena|conceito|nivel",
  ],
  sum: [
    "total|totals|total points|points total|sum|total score|total de puntos|suma|suma de puntos|summe|punktsumme|gesamtpunkte",
    "total des points|somme|razem|suma punktow|total de pontos|soma|tong diem",
  ],
  average: [
    "average|avg|mean|percent|percentage|%|overall|overall %|overall average|final|final grade|weighted|weighted %|weighted average",
    "current grade|course grade|final average|overall grade|total %|term average|year average",
    "porcentaje|promedio|promedio ponderado|media|media ponderada|prozent|durchschnitt|schnitt|gewichteter schnitt|gewichteter durchschnitt",
    "gesamt|gesamt %|pourcentage|moyenne|moyenne ponderee|moyenne generale|procent|srednia|srednia wazona|percentagem|media final",
    "trung binh|gemiddelde|nota final|promedio final|moyenne ponderee",
  ],
};

const BY_WORDS = new Map(
  (Object.keys(WORDS) as Computed[]).flatMap((kind) =>
    WORDS[kind].flatMap((line) => line.split("|").map((words): [string, Computed] => [words, kind])),
  ),
);
const VOCABULARY = byFirstLetter([...BY_WORDS.keys()].flatMap((words) => words.split(" ")));
const LONGEST = 4;

/** A heading of something worked out: of all work, or of what is left of the heading, such as a category. */
export interface ComputedHeading {
  readonly kind: Computed;
  /** What it is worked out of, as it is written; empty where that is all. */
  readonly of: string;
}

/**
 * Whether a heading says that its column was worked out from others: "Total", "Quizzes %", "Total de puntos Laboratorios". What
 * is left of the heading must be a category, which `isCategory` tells: "Total eclipse quiz" is work.
 */
export function computedHeading(heading: string, isCategory: (words: string) => boolean): ComputedHeading | undefined {
  const text = heading
    .replace(/[()[\]:–—-]+/g, " ")
    .replace(/%/g, " % ")
    .replace(/\s+/g, " ")
    .trim();
  const words = text.split(" ");
  const folded = words.map((word) => {
    const plain = foldHeading(word);
    return nearWord(plain, VOCABULARY) ?? plain;
  });
  const whole = BY_WORDS.get(folded.join(" "));
  if (whole) return { kind: whole, of: "" };
  for (let length = Math.min(LONGEST, words.length - 1); length > 0; length -= 1) {
    for (const [from, rest] of [
      [0, words.slice(length)],
      [words.length - length, words.slice(0, -length)],
    ] as const) {
      const kind = BY_WORDS.get(folded.slice(from, from + length).join(" "));
      const of = rest.join(" ").replace(/^(of|in|for|de|der|des|du|von|z|da|do) /i, "");
      if (kind && of && (isCategory(of) || (folded.includes("%") && !/\d/.test(of)))) return { kind, of };
    }
  }
  return undefined;
}
