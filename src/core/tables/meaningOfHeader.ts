import { type ColumnMeaning, isIdentity } from "./columnMeaning";
import { foldHeading } from "./foldHeading";
import { meaningOfWords } from "./headingWords";
import { isPossibleHeading } from "./isDetailLabel";

/** The words around the name of a category, in several languages: "Labs average", "Promedio de Labs", "Labs (%)". */
const AVERAGE_WORDS =
  /\b(averages?|avg|mean|percent(age)?|grades?|mark|promedio|moyenne|durchschnitt|schnitt|mittelwert|srednia|media|gemiddelde)\b|%|\btrung binh\b/g;
const OVERALL_WORDS =
  /\b(overall|total|final|course|class|term|year|current|cumulative|general|global|generale|gesamt|ogolna|koncowa|tong|geral|complessiva)\b/g;
const SMALL_WORDS = /\b(of|in|for|the|de|del|la|el|du|des|von|der|im|z|w|di|da|do)\b/g;

/** What a heading says about its column, or none when the heading alone does not tell. */
export function meaningOfHeader(header: string): ColumnMeaning | undefined {
  if (known.has(header)) return known.get(header);
  if (known.size >= MOST_KEPT) known.clear();
  const meaning = readHeader(header);
  known.set(header, meaning);
  return meaning;
}

/** The first rows of all tables are asked for headings, again with each choice. */
const MOST_KEPT = 10_000;
const known = new Map<string, ColumnMeaning | undefined>();

function readHeader(header: string): ColumnMeaning | undefined {
  const text = header.replace(/[’‘]/g, "'").replace(/\s+/g, " ").trim();
  if (!text) return undefined;
  if (isPossibleHeading(text)) return { role: "points possible" };
  const said = meaningOfWords(text) ?? ofNameWithBrackets(text);
  if (said) {
    const { role, owner, place, relation } = said;
    return {
      role,
      ...((owner === "guardian" || PLACED.has(role)) && place !== undefined && { guardian: place }),
      ...(relation && { relation }),
    };
  }
  return averageMeaning(text);
}

/** What is somebody else's where it is numbered, if there is anybody else. */
const PLACED: ReadonlySet<string> = new Set(["student address", "relation", "language"]);

/** "Name (pronouns)": what stands in brackets behind a word for a name says nothing more. */
function ofNameWithBrackets(text: string): ReturnType<typeof meaningOfWords> {
  const bare = text.replace(/\s*[([][^()[\]\d]*[)\]]$/, "");
  const said = bare === text ? undefined : meaningOfWords(bare);
  return said && isIdentity(said.role) && said.role !== "student address" ? said : undefined;
}

/** "Overall average", "Average of Labs", "Labs %": an average, of a category where one is named. */
function averageMeaning(text: string): ColumnMeaning | undefined {
  const folded = foldHeading(text);
  const isAverage = folded.match(AVERAGE_WORDS) !== null;
  if (!isAverage && !/^(overall|overall score|total|final|general|global|gesamt)$/.test(folded)) return undefined;
  const rest = folded.replace(AVERAGE_WORDS, " ").replace(OVERALL_WORDS, " ").replace(SMALL_WORDS, " ").trim();
  if (!rest) return { role: "overall average" };
  // "Final mark of Lab 3" is an assignment; a category has no number of its own.
  if (/\d/.test(rest) || folded.match(OVERALL_WORDS)) return undefined;
  return { role: "category average", category: categoryIn(text) };
}

/** The name of a category as it is written, without the words around it. */
function categoryIn(text: string): string {
  const words = text.split(/[\s()[\]:,–—-]+/u).filter((word) => {
    const folded = foldHeading(word);
    return word && !new RegExp(`^(${AVERAGE_WORDS.source})$`).test(folded);
  });
  while (words.length > 1 && new RegExp(`^(${SMALL_WORDS.source})$`).test(foldHeading(words[0] ?? ""))) words.shift();
  while (words.length > 1 && new RegExp(`^(${SMALL_WORDS.source})$`).test(foldHeading(words.at(-1) ?? ""))) words.pop();
  return words.join(" ");
}
