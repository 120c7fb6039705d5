import type { FieldNode, InlineNode, Mark } from "../model/letterBody";
import { titleKey } from "../model/titleKey";
import { draftingWords } from "./reading/draftingWords";

/** A place in words written elsewhere where a value was to be filled in. */
export interface PlaceToFill {
  /** As it stands there, in any style: "<<First Name>>", "XX", "____". */
  readonly text: string;
  readonly count: number;
  /** The words around the first of them. */
  readonly around: string;
  /** Ids of the fields that may be meant, the likeliest first. */
  readonly guesses: readonly string[];
}

interface FieldOnOffer {
  readonly id: string;
  readonly label: string;
}

interface Loose {
  readonly type: string;
  readonly text?: string;
  readonly marks?: readonly Mark[];
  readonly attrs?: unknown;
  readonly content?: readonly Loose[];
}

/** What places are called, folded, and which field is meant by that. */
const MEANT: readonly (readonly [field: string, words: string])[] = [
  [
    "student.firstName",
    "name|student|student name|students name|child|child name|childs name|pupil|pupil name|first|first name|given name|son daughter|son|daughter|kid|nombre|prenom|imie|vorname|ten",
  ],
  ["student.fullName", "full name|student full name|first last|first name last name|complete name|nombre completo"],
  ["student.familyName", "last|last name|family name|surname|apellido|nazwisko"],
  ["student.number", "number|id|student id|student number|id number|no"],
  [
    "recipient.name",
    "parent|parent name|parents|parents name|guardian|guardian name|parent guardian|parent guardian name|mom dad|family|recipient",
  ],
  [
    "overall",
    "grade|current grade|overall|overall grade|average|overall average|percent|percentage|score|mark|final grade|nota|ocena|moyenne|note",
  ],
  ["gradeLabel", "letter grade|letter"],
  ["class.name", "class|course|subject|class name|course name|clase|curso|cours"],
  ["class.block", "block|period|section|hour"],
  ["term.name", "term|semester|quarter|marking period|trimester|unit"],
  ["missing.list", "missing|missing work|missing assignments|assignments|work|assignment"],
  ["missing.count", "number missing|number of missing assignments|how many|missing count|count"],
  ["teacher.name", "teacher|teacher name|my name|your name|signature"],
  ["school.name", "school|school name"],
  ["today", "date|today|todays date|fecha|data"],
];
const MEANT_BY = new Map(MEANT.flatMap(([field, words]) => words.split("|").map((word) => [word, field] as const)));
const MOST_GUESSES = 4;

/** What looks like a place to fill in a document, each text once, with what may be meant by it. */
export function placesToFill(document: object, fields: readonly FieldOnOffer[]): PlaceToFill[] {
  const lines = [...linesOf(document as Loose)];
  const texts = [...new Set(lines.flatMap((line) => draftingWords(line)))];
  return texts.flatMap((text) => {
    // What stands only within another place is none of its own.
    const around = texts.filter((other) => other !== text && other.includes(text));
    const own = lines.map((line) => around.reduce((rest, other) => rest.replaceAll(other, "\n"), line));
    const count = own.reduce((sum, line) => sum + line.split(text).length - 1, 0);
    if (count === 0) return [];
    const first = lines.find((line) => line.includes(text)) ?? "";
    const at = first.indexOf(text);
    const [before, after] = [first.slice(0, at), first.slice(at + text.length)];
    const place = {
      text,
      count,
      around: `${before.slice(-AROUND)}${text}${after.slice(0, AROUND)}`.trim(),
      guesses: guessesOf(text, before, after, fields),
    };
    return [place];
  });
}

const AROUND = 30;

function guessesOf(text: string, before: string, after: string, fields: readonly FieldOnOffer[]): string[] {
  const words = folded(text);
  const named = MEANT_BY.get(words);
  const alike = fields.filter(({ label }) => {
    const own = folded(label);
    return words !== "" && (own === words || (words.length > 3 && titleKey(own).includes(titleKey(words))));
  });
  const bySentence = /\b(?:dear|hello|hi|estimad[oa]s?|querid[oa]|szanown\p{L}*|liebe[r]?|cher|chère)\s*$/iu.test(
    before,
  )
    ? "recipient.name"
    : /^\s*%/.test(after) || /\b(?:average|grade|score|percent|percentage)(?: is| of|:)?\s*$/i.test(before)
      ? "overall"
      : /\b(?:sincerely|regards|yours),?\s*$/i.test(before)
        ? "teacher.name"
        : words === "" || /^x+$/.test(words)
          ? "student.firstName"
          : undefined;
  // Extra columns are called what the teacher calls them: such a name is the likeliest of all.
  const own = alike.filter(({ id }) => id.startsWith("own."));
  const ids = [...own, ...alike.filter((one) => !own.includes(one))].map(({ id }) => id);
  const isOnOffer = new Set(fields.map(({ id }) => id));
  const all = [...own.map(({ id }) => id), named, bySentence, ...ids];
  return [...new Set(all.filter((id): id is string => id !== undefined && isOnOffer.has(id)))].slice(0, MOST_GUESSES);
}

function folded(words: string): string {
  return words
    .replace(/(\p{Ll})(\p{Lu})/gu, "$1 $2")
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[’']s\b/g, "s")
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();
}

/** The words of each line of a document. */
function* linesOf(node: Loose): Generator<string> {
  const { content = [] } = node;
  let line = "";
  let isLine = false;
  for (const child of content) {
    if (typeof child.text === "string") {
      line += child.text;
      isLine = true;
    } else if (isLine || child.content === undefined) line += " ";
    if (child.content) yield* linesOf(child);
  }
  if (isLine) yield line;
}

/** A document in which each of the chosen places is a field: by the text of a place the field that stands there. */
export function filled<Document extends object>(document: Document, chosen: ReadonlyMap<string, string>): Document {
  const texts = [...chosen.keys()].filter(Boolean).sort((a, b) => b.length - a.length);
  if (texts.length === 0) return document;
  const walk = (node: Loose): Loose => {
    if (!node.content) return node;
    const content: Loose[] = [];
    let run: Loose[] = [];
    const flush = () => {
      content.push(...filledRun(run, texts, chosen));
      run = [];
    };
    for (const child of node.content) {
      if (typeof child.text === "string") run.push(child);
      else {
        flush();
        content.push(walk(child));
      }
    }
    flush();
    return { ...node, content };
  };
  return walk(document as unknown as Loose) as unknown as Document;
}

/** Texts that follow each other: a place may begin in one and end in the next. It takes the marks that it begins with. */
function filledRun(run: readonly Loose[], texts: readonly string[], chosen: ReadonlyMap<string, string>): Loose[] {
  const whole = run.map(({ text = "" }) => text).join("");
  const found: { from: number; to: number; field: string }[] = [];
  for (const text of texts)
    for (let from = whole.indexOf(text); from >= 0; from = whole.indexOf(text, from + text.length)) {
      const to = from + text.length;
      if (!found.some((one) => from < one.to && one.from < to)) found.push({ from, to, field: chosen.get(text) ?? "" });
    }
  if (found.length === 0) return [...run];
  found.sort((a, b) => a.from - b.from);
  const made: Loose[] = [];
  let at = 0;
  for (const node of run) {
    const { text = "" } = node;
    const end = at + text.length;
    let from = at;
    for (const place of found) {
      if (place.to <= at || place.from >= end) continue;
      if (place.from > from) made.push({ ...node, text: whole.slice(from, place.from) });
      if (place.from >= at) made.push(fieldNode(place.field, node.marks));
      from = Math.max(from, Math.min(end, place.to));
    }
    if (from < end) made.push({ ...node, text: whole.slice(from, end) });
    at = end;
  }
  return made;
}

function fieldNode(field: string, marks: readonly Mark[] | undefined): Loose {
  const attrs: FieldNode["attrs"] = { field, fallback: "", format: "", upperFirst: false };
  return { type: "field", attrs, ...(marks && marks.length > 0 && { marks }) } satisfies Loose as Loose & InlineNode;
}
