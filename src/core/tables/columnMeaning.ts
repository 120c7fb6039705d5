import * as z from "zod";
import { ownTypeSchema } from "../model/ownColumn";
import { foldHeading, meaningOfWords } from "./headingWords";
import { isPossibleHeading } from "./isDetailLabel";

/** What a column can hold, in the words of the pickers. */
export const COLUMN_ROLES = [
  "student number",
  "full name",
  "given name",
  "family name",
  "preferred name",
  "student address",
  "class",
  "block",
  "birthday",
  "joined on",
  "left on",
  "group tag",
  "guardian name",
  "guardian given name",
  "guardian family name",
  "guardian address",
  "relation",
  "language",
  "frequency",
  "time stamp",
  "scores",
  "overall average",
  "category average",
  "assignment",
  "score",
  "points possible",
  "category",
  "due date",
  "status",
  "comment",
  "extra credit",
  "term",
  "from date",
  "to date",
  "write to",
  "comment on scores",
  "own column",
  "letter grade",
  "undecided",
  "not used",
] as const;
export type ColumnRole = (typeof COLUMN_ROLES)[number];

/** What one column holds. */
export const columnMeaningSchema = z.object({
  role: z.enum(COLUMN_ROLES),
  /** Which guardian of the row the column is about, counted from 1. */
  guardian: z.number().int().min(1).optional(),
  /** The category whose averages a column holds, as it is named in the table. */
  category: z.string().optional(),
  /** How a guardian is related to the student, where the heading says it: "Mother". */
  relation: z.string().optional(),
  /** The name of an own column, where it is another than the heading, and what its values are. */
  name: z.string().optional(),
  type: ownTypeSchema.optional(),
  /** Whether a yes asks for no letters, as under "Do not contact". */
  isNegative: z.boolean().optional(),
  /** The heading of the column of scores that comments are about. */
  of: z.string().optional(),
});
export type ColumnMeaning = z.infer<typeof columnMeaningSchema>;

/** Roles that are about one guardian of the row. */
export const GUARDIAN_ROLES: readonly ColumnRole[] = [
  "guardian name",
  "guardian given name",
  "guardian family name",
  "guardian address",
  "relation",
  "language",
  "frequency",
];
/** Whether a role is about one guardian of the row. */
export function isOfGuardian(role: ColumnRole): boolean {
  return GUARDIAN_ROLES.includes(role);
}

const NAMING: readonly ColumnRole[] = ["student number", "full name", "given name", "family name", "student address"];

/** Whether a column says whose row it is. */
export function isIdentity(role: ColumnRole): boolean {
  return NAMING.includes(role);
}

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
  const said = meaningOfWords(text);
  if (said) {
    const { role, owner, place, relation } = said;
    return {
      role,
      ...(owner === "guardian" && place !== undefined && { guardian: place }),
      ...(relation && { relation }),
    };
  }
  return averageMeaning(text);
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
