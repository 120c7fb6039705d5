import * as z from "zod";
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
const NAMING: readonly ColumnRole[] = ["student number", "full name", "given name", "family name", "student address"];

/** Whether a column says whose row it is. */
export function isIdentity(role: ColumnRole): boolean {
  return NAMING.includes(role);
}

/** `Labs average`, `Labs (%)`, `Labs grade`: the words around the name of a category. */
const AVERAGE_WORDS = /\b(average|avg\.?|mean|percent(age)?|grade|mark|total)\b|%/i;
const OVERALL_WORDS = /\b(overall|total|final|course|class|term|year|current|cumulative)\b/i;
const LETTER_WORDS = /\bletter\b/i;

const PLAIN_HEADERS: readonly [RegExp, ColumnRole][] = [
  // Numbers that are no scores.
  [
    /^(grade|year)[ _-]?(level|group)$|^(home ?room|advis\w+|gender|pronouns?|phone|mobile|locker|seat|age)$/i,
    "not used",
  ],
  [/^((student|pupil|school|learner)('?s)?[ _.-]*)?(id|number|no\.?|nr\.?|#|code)$/i, "student number"],
  [/^(preferred|known as|nick|call(ed)?)[ _-]?(given[ _-]?)?names?$|^known as$/i, "preferred name"],
  [/^((student|pupil|child)('?s)?[ _-]*)?(given|first|fore)[ _-]?names?$/i, "given name"],
  [/^((student|pupil|child)('?s)?[ _-]*)?(family|last|sur)[ _-]?names?$|^surname$/i, "family name"],
  [/^((student|pupil|child|full|learner)('?s)?)?[ _-]*names?$|^(student|pupil|child|learner)s?$/i, "full name"],
  [/^(student|pupil|child|school)('?s)?[ _-]*(e-?mail|mail|address)([ _-]*address)?$/i, "student address"],
  [/^(class|course|section|set)([ _-]*(name|title))?$/i, "class"],
  [/^(block|period)s?$/i, "block"],
  [/^(date of birth|birth[ _-]?(date|day)|dob|born)$/i, "birthday"],
  [/^(group[ _-]?)?tags?$|^groups?$/i, "group tag"],
  [/^(time[ _-]?stamp|submitted( at| on)?|completion time|answered( at| on)?)$/i, "time stamp"],
  [/how often|frequency/i, "frequency"],
  [/^(relation(ship)?)([ _-]to.*)?$/i, "relation"],
  [/^(home[ _-]?)?language$/i, "language"],
  [/^(assignment|piece( of work)?|work|task|activity|item|assessment)([ _-](name|title))?$|^title$/i, "assignment"],
  [/^(score|points|mark|result|points earned|earned)$/i, "score"],
  [/^(category|type of work)$/i, "category"],
  [/^(due([ _-]date)?|date due|deadline|date)$/i, "due date"],
  [/^status$/i, "status"],
  [/^extra[ _-]?credit$/i, "extra credit"],
  [/^(comment|feedback|remark|note)s?$/i, "comment"],
  [/^(term|grading period|marking period)$/i, "term"],
];

/** "Guardian 1 name", "Parent's e-mail", "Mother", "Contact 2 address". */
const GUARDIAN_HEADER =
  /^(?:parent\s*\/\s*guardian|guardian|parent|contact|mother|father|carer)(?:'?s)?[ _-]*#?(\d)?[ _-]*(.*)$/i;
const GUARDIAN_PARTS: readonly [RegExp, ColumnRole][] = [
  [/^(first|given)[ _-]?names?$/i, "guardian given name"],
  [/^(last|family|sur)[ _-]?names?$/i, "guardian family name"],
  [/^((full[ _-]?)?names?)?$/i, "guardian name"],
  [/^(e-?mail|mail|address)([ _-]*address)?$/i, "guardian address"],
  [/^relation(ship)?$/i, "relation"],
  [/^language$/i, "language"],
];

/** What a heading says about its column, or none when the heading alone does not tell. */
export function meaningOfHeader(header: string): ColumnMeaning | undefined {
  const text = header.replace(/[’‘]/g, "'").replace(/\s+/g, " ").trim();
  if (!text) return undefined;
  if (isPossibleHeading(text)) return { role: "points possible" };
  const plain = PLAIN_HEADERS.find(([pattern]) => pattern.test(text))?.[1];
  if (plain) return { role: plain };
  const [, place, part = ""] = GUARDIAN_HEADER.exec(text) ?? [];
  const guardian = GUARDIAN_HEADER.test(text) && GUARDIAN_PARTS.find(([pattern]) => pattern.test(part.trim()))?.[1];
  if (guardian) return { role: guardian, guardian: Number(place ?? 1) };
  if (/^(e-?mail|mail|address)([ _-]*address)?$/i.test(text)) return { role: "student address" };
  return averageMeaning(text);
}

function averageMeaning(text: string): ColumnMeaning | undefined {
  if (!AVERAGE_WORDS.test(text) && !/^overall$/i.test(text)) return undefined;
  if (LETTER_WORDS.test(text)) return { role: "not used" };
  const category = text
    .replace(new RegExp(AVERAGE_WORDS, "gi"), " ")
    .replace(/[()[\]:,-]/g, " ")
    .replace(/\s+/g, " ")
    .trim();
  if (!category || OVERALL_WORDS.test(text)) return { role: "overall average" };
  // "Final mark of Lab 3" is an assignment; a category has no number of its own.
  return /\d/.test(category) ? undefined : { role: "category average", category };
}
