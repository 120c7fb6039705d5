import { ownValue } from "../model/ownValue";
import type { ColumnRole } from "./columnMeaning";
import { foldHeading } from "./foldHeading";
import {
  GUARDIAN_ROLES,
  GUARDIAN_WORDS,
  PART_WORDS,
  type Part,
  PLAIN_WORDS,
  RELATION_OF,
  SMALL_WORDS,
  STUDENT_ROLES,
  STUDENT_WORDS,
  YOUR_WORDS,
} from "./headingDictionary";
import { byFirstLetter, nearWord } from "./nearWord";

/** What a heading says of its column, whose language does not matter; none where its words are not known. */
export function meaningOfWords(heading: string): HeadingMeaning | undefined {
  if (meanings.has(heading)) return meanings.get(heading);
  // Headings come again and again; beyond so many they are cells, which hardly do.
  if (meanings.size >= MOST_KEPT) meanings.clear();
  const meaning = readHeading(heading) ?? withoutSlips(heading);
  meanings.set(heading, meaning);
  return meaning;
}

/** A heading with words that are a slip away from known ones: "Studnet", "Schülernmumer", "IDu cznia". */
function withoutSlips(heading: string): HeadingMeaning | undefined {
  const folded = foldHeading(heading);
  if (folded.length > LONGEST_HEADING || folded.length < SHORTEST_WITH_SLIP || /\d{2}/.test(folded)) return undefined;
  const phrase = nearWord(folded, phrases());
  if (phrase && folded.includes(" ")) return readHeading(phrase);
  const words = folded.split(" ");
  const corrected = words.map((word) => nearWord(word, vocabulary()) ?? word).join(" ");
  const said = corrected === folded ? undefined : readHeading(corrected);
  if (said) return said;
  // Two letters may have changed places across a space.
  const squeezed = words.join("");
  for (let at = 1; at < squeezed.length - 1 && words.length <= MOST_WORDS; at += 1) {
    const again = [squeezed.slice(0, at), squeezed.slice(at)];
    if (again.join(" ") === folded || !again.every((word) => isKnownWord(word))) continue;
    return readHeading(again.join(" "));
  }
  return undefined;
}
const SHORTEST_WITH_SLIP = 5;
const MOST_WORDS = 3;

let known: Map<string, string[]> | undefined;
let knownWords: Set<string> | undefined;

/** All words of the lists, by their first letter. */
function vocabulary(): ReadonlyMap<string, readonly string[]> {
  known ??= byFirstLetter(allWords());
  return known;
}

let knownPhrases: Map<string, string[]> | undefined;

/** All headings of the lists with several words, by their first letter. */
function phrases(): ReadonlyMap<string, readonly string[]> {
  knownPhrases ??= byFirstLetter(
    [...Object.keys(PART_WORDS), ...Object.keys(PLAIN_WORDS)].filter((one) => one.includes(" ")),
  );
  return knownPhrases;
}

function isKnownWord(word: string): boolean {
  knownWords ??= allWords();
  return knownWords.has(word);
}

function allWords(): Set<string> {
  return new Set(
    [...STUDENT_WORDS, ...GUARDIAN_WORDS, ...Object.keys(PART_WORDS), ...Object.keys(PLAIN_WORDS)].flatMap((words) =>
      words.split(" "),
    ),
  );
}

const MOST_KEPT = 10_000;
const meanings = new Map<string, HeadingMeaning | undefined>();

/** What a heading says, and about whom; generic where it could head other things as well. */
interface HeadingMeaning {
  readonly role: ColumnRole;
  readonly isGeneric?: boolean;
  readonly owner?: "student" | "guardian";
  readonly place?: number;
  readonly relation?: string;
}

function readHeading(heading: string): HeadingMeaning | undefined {
  const folded = foldHeading(heading);
  if (!folded) return undefined;
  const plainRole = ownValue(PLAIN_WORDS, folded) ?? ownValue(PLAIN_WORDS, withoutSmallWords(folded));
  if (/\bhow often\b/.test(folded)) return { role: "frequency" };
  const words = folded
    .replace(/\bphu huynh\b/g, "phuhuynh")
    .replace(/\bhoc sinh\b/g, "student")
    .split(" ");
  const numbered = words.find((word) => /^#?\d$/.test(word));
  const isYours = words.some((word) => YOUR_WORDS.has(word)) && !words.some((word) => STUDENT_WORDS.has(word));
  const guardianWord =
    words.find((word) => GUARDIAN_WORDS.has(word.replace(/\d$/, ""))) ??
    (isYours ? words.find((word) => YOUR_WORDS.has(word)) : undefined);
  const isOneWord = words.length === 1;
  if (guardianWord && !(isOneWord && AMBIGUOUS_ALONE.has(guardianWord))) {
    const role = GUARDIAN_ROLES[partOf(words, GUARDIAN_WORDS)];
    const digit = /\d$/.exec(numbered ?? guardianWord)?.[0];
    const relation = ownValue(RELATION_OF, guardianWord.replace(/\d$/, ""));
    if (role) return { role, owner: "guardian", ...(digit && { place: Number(digit) }), ...(relation && { relation }) };
  }
  const studentWord = words.find((word) => STUDENT_WORDS.has(word));
  if (studentWord) {
    const role = STUDENT_ROLES[partOf(words, STUDENT_WORDS)];
    if (role) return { role, owner: "student" };
  }
  if (plainRole) return { role: plainRole };
  const unnumbered = words.filter((word) => word !== numbered).join(" ");
  const part = [folded, withoutSmallWords(folded), unnumbered, withoutSmallWords(unnumbered)]
    .map((one) => ownValue(PART_WORDS, one))
    .find(Boolean);
  if (!part) return undefined;
  const role = part === "relation" || part === "language" ? (part as ColumnRole) : STUDENT_ROLES[part];
  // "E-mail 2" belongs to whoever else is the second.
  const place = numbered && unnumbered ? Number(numbered.replace("#", "")) : undefined;
  return (
    role && {
      role,
      isGeneric: part === "number" || part.includes(" or ") || part === "address",
      ...(place !== undefined && { place }),
    }
  );
}

/** Words that mean something else where they stand alone: a tutor is often a teacher. */
const AMBIGUOUS_ALONE = new Set(["tutor", "tutora"]);

function partOf(words: readonly string[], owners: ReadonlySet<string>): Part | "" {
  const rest = words.filter(
    (word) =>
      !owners.has(word.replace(/\d$/, "")) && !SMALL_WORDS.has(word) && !YOUR_WORDS.has(word) && !/^#?\d$/.test(word),
  );
  // "Parent / guardian 1 of student: e-mail" has other owners among its words.
  const plainRest = rest.filter((word) => !STUDENT_WORDS.has(word) && !GUARDIAN_WORDS.has(word)).join(" ");
  if (plainRest === "") return "";
  return ownValue(PART_WORDS, plainRest) ?? ("unknown" as Part);
}

function withoutSmallWords(folded: string): string {
  const rest = folded.split(" ").filter((word) => !SMALL_WORDS.has(word));
  return rest.length > 0 ? rest.join(" ") : folded;
}

const FIRST_WORDS: ReadonlySet<string> = new Set([
  ...STUDENT_WORDS,
  ...GUARDIAN_WORDS,
  ...Object.keys(PART_WORDS).map((words) => words.split(" ")[0] ?? ""),
]);

/** Whether a cell may be a heading that names people: a quick look, since all cells of a table are asked. */
export function mayBeHeading(cell: string): boolean {
  if (cell.length > LONGEST_HEADING || cell.charCodeAt(0) < FIRST_LETTER) return false;
  const end = cell.search(/[^\p{L}#°]/u);
  const word = end < 0 ? cell : cell.slice(0, end);
  return FIRST_WORDS.has(PLAIN_WORD.test(word) ? word.toLowerCase() : foldHeading(word));
}
const LONGEST_HEADING = 40;
/** "A": no heading begins with a digit. */
const FIRST_LETTER = 65;
const PLAIN_WORD = /^(?:[A-Z]?[a-z]+|[A-Z]+)$/;
