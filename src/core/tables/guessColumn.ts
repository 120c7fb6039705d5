import { guessMark } from "../figures/markMeaning";
import { numberIn } from "../figures/scoreCell";
import { readYesOrNo } from "../model/extraColumn";
import { titleKey } from "../model/titleKey";
import { isNumber, isYesOrNo, looksLikeAddress, meaningOfCells, mostly, readsAsPercents, shareOf } from "./cellMeaning";
import type { ColumnMeaning, ColumnRole } from "./columnMeaning";
import { foldHeading } from "./foldHeading";
import { meaningOfWords } from "./headingWords";
import { readAssignmentHeader } from "./isDetailLabel";
import { isNoScore, isYearOfSchool } from "./isNoScore";
import type { KnownValues } from "./knownValues";
import { meaningOfHeader } from "./meaningOfHeader";
import { looksLikeDate } from "./readDate";
import type { TableSubject } from "./subjectOf";
import { writeToHeading } from "./writeToHeading";

/** What a column seems to be. What only the teacher can say has what it may be, the best guess first, and is used for nothing till then. */
export interface ColumnGuess {
  readonly meaning: ColumnMeaning;
  /** Empty where it is certain, or words that nobody asks for. */
  readonly maybe: readonly ColumnMeaning[];
  /** The evidence, in words; empty where the heading says it. */
  readonly because: string;
}

/** One column, with all that is said about it. */
export interface ColumnSeen {
  readonly title: string;
  /** What a row above groups it under. */
  readonly group: string;
  /** Cells with something in them; the first hundreds are enough. */
  readonly cells: readonly string[];
  /** Whether points possible or a date stand with its heading, or with those beside it in its group. */
  readonly isWorked: boolean;
  readonly isGroupWorked: boolean;
  /** Whether columns of words that name nobody stand in the table as well: then it is hardly a gradebook. */
  readonly isBesideWords: boolean;
  /** What the table as a whole is about, by its name. */
  readonly subject: TableSubject;
}

/** The evidence of a heading that is the title of an assignment: of the class, as it must turn out. */
export const KNOWN_WORK = "the gradebook has this assignment";

const NOT_USED: ColumnGuess = { meaning: { role: "not used" }, maybe: [], because: "" };
const NO_LABELS: ReadonlySet<string> = new Set();
const LONGEST_MARK = 12;

function certain(meaning: ColumnMeaning, because = ""): ColumnGuess {
  return { meaning, maybe: [], because };
}

/** Nothing is used until it is said what the column is; the best guess comes first. */
function open(maybe: readonly ColumnMeaning[]): ColumnGuess {
  return { meaning: { role: "undecided" }, maybe, because: "" };
}

/** What one column is, by its heading, what stands with it, and its cells; figures need evidence to be scores or averages. */
export function guessColumn(column: ColumnSeen, known: KnownValues): ColumnGuess {
  const { title, cells } = column;
  if (!title.trim() && cells.length === 0) return NOT_USED;
  const isKnownWork = known.assignments.has(titleKey(title)) || known.assignments.has(titleKey(titleOf(column)));
  const seen = meaningOfCells(cells, known);
  // Figures under the title of an assignment are scores even where they look like somebody's number.
  if (isKnownWork && !seen && !mostly(cells, looksLikeDate)) return certain({ role: "scores" }, KNOWN_WORK);
  const comment = commentHeading(title);
  if (comment !== undefined && !mostly(cells, isNumber)) return certain({ role: "comment on scores", of: comment });
  const writeTo = writeToHeading(title);
  // One cell that slipped into the column must not cost the opt-outs in it.
  if (writeTo && (cells.length === 0 || shareOf(cells, (cell) => readYesOrNo(cell) !== undefined) >= 0.5))
    return {
      ...open([writeTo, extraColumn("yes or no"), NOT_USED.meaning]),
      meaning: { ...writeTo, role: "undecided" },
    };
  const named = meaningOfHeader(title);
  if (named && !isAverage(named.role)) return ofNamed(column, named, seen, known);
  if (seen) return certain(seen.meaning, seen.because);
  if (known.ownColumns.has(titleKey(title))) return certain({ role: "own column", name: title.trim() });
  return ofFigures(column, named, known);
}

/** A heading whose words are known: it holds unless its cells can't be that, or are known here as something else. */
function ofNamed(
  column: ColumnSeen,
  named: ColumnMeaning,
  seen: ReturnType<typeof meaningOfCells>,
  known: KnownValues,
): ColumnGuess {
  const { title, cells } = column;
  const words = meaningOfWords(title);
  if (seen && seen.meaning.role !== named.role && (words?.isGeneric || !isSaidOfSomebody(named.role)))
    return certain(seen.meaning, seen.because);
  if (seen && IDENTITIES.includes(seen.meaning.role) && words?.owner !== "guardian" && seen.share >= 0.8)
    return certain(seen.meaning, seen.because);
  switch (named.role) {
    case "student number":
      if (words?.isGeneric && isCountOfRows(cells)) return certain(NOT_USED.meaning, "the rows are counted");
      return cells.some(isFigureOfScore) ? ofFigures(column, undefined, known) : certain(named);
    case "full name":
    case "given name":
    case "family name":
    case "preferred name":
    case "guardian name":
      return cells.length === 0 || mostly(cells, (cell) => /\p{L}/u.test(cell) && !isNumber(cell))
        ? addressUnderName(named, cells)
        : ofFigures(column, undefined, known);
    case "student address":
    case "guardian address":
      if (cells.length > 0 && !mostly(cells, looksLikeAddress) && !/mail|correo|courriel|poczta/i.test(title))
        return NOT_USED;
      return certain(named);
    case "class":
      return isYearOfSchool(title, cells) || mostly(cells, (cell) => numberIn(cell)?.isPercent === true)
        ? ofFigures(column, undefined, known)
        : certain(named);
    case "birthday":
    case "joined on":
    case "left on":
      return cells.length === 0 || mostly(cells, looksLikeDate) ? certain(named) : ofFigures(column, undefined, known);
    default:
      return certain(named);
  }
}

/** "Mother" over addresses is the mother's address. */
function addressUnderName(named: ColumnMeaning, cells: readonly string[]): ColumnGuess {
  const isAddress = cells.length > 0 && shareOf(cells, looksLikeAddress) > 0.5;
  if (!isAddress) return certain(named);
  return certain({ ...named, role: named.role === "guardian name" ? "guardian address" : "student address" });
}

/** What a list has a column for may be anything in a table with a column for each assignment. */
export function ofListColumn(column: ColumnSeen, known: KnownValues): ColumnGuess {
  const seen = meaningOfCells(column.cells, known);
  return seen ? certain(seen.meaning, seen.because) : ofFigures(column, undefined, known);
}

/** Figures, marks or words under a heading that says nothing of whose they are. */
function ofFigures(column: ColumnSeen, named: ColumnMeaning | undefined, known: KnownValues): ColumnGuess {
  const { title, cells, isWorked, isGroupWorked, group } = column;
  const possible = possibleIn(column);
  const average = averageOf(column, named, known);
  const isEvident = isWorked || possible !== undefined || (isOutOfOne(cells) && !average);
  const figures = looksLikeScores(cells);
  if (!title.trim()) return NOT_USED;
  if (isEvident && (figures || cells.length === 0) && !mostly(cells, looksLikeDate))
    return certain({ role: "scores" }, isWorked ? "points possible or a due date stand with it" : "");
  if (isYearOfSchool(title, cells)) return NOT_USED;
  // "% Present" is no average of work; a category that nobody has needs the word for an average.
  const isOfUnknown = average?.role === "category average" && !known.categories.has(titleKey(average.category ?? ""));
  if (isOfUnknown && isNoScore(average.category ?? "", cells)) return NOT_USED;
  if (
    average &&
    readsAsPercents(cells) &&
    (!isOfUnknown || /average|avg|mean|promedio|media|moyenne|schnitt|rednia|trung/i.test(title))
  )
    return ofAverages(column, average);
  // A program that writes a file for each category calls them so.
  if (known.hasCategoryTables && column.subject.words === titleKey(title) && readsAsPercents(cells))
    return certain(
      { role: "category average", category: title.trim() },
      "the table is called so, like others beside it",
    );
  if (!average && isNoScore(title, cells)) return NOT_USED;
  const isInCategory = known.categories.has(titleKey(group)) && group !== "";
  if ((isGroupWorked || isInCategory) && figures && !average)
    return certain(
      { role: "scores" },
      isInCategory ? `stands under the category ${group}` : "those beside it are worth points",
    );
  if (!figures) return NOT_USED;
  // "Score" or "Points" is no category.
  const isBare = meaningOfWords(title)?.role === "score";
  const averages: ColumnMeaning[] = [
    average ?? (isBare ? { role: "overall average" } : { role: "category average", category: title.trim() }),
    ...(average?.role === "overall average" || isBare ? [] : [{ role: "overall average" } as const]),
  ];
  const scores: ColumnMeaning = { role: "scores" };
  const isLikelyAverage = average !== undefined || (readsAsPercents(cells) && !/\d/.test(title));
  if (isYesOrNo(cells)) return open([extraColumn("yes or no"), scores, NOT_USED.meaning]);
  if (column.isBesideWords && !isLikelyAverage)
    return open([extraColumn(undefined), scores, ...averages, NOT_USED.meaning]);
  return open([
    ...(isLikelyAverage ? [...averages.slice(0, 1), scores] : [scores, ...averages.slice(0, 1)]),
    extraColumn(undefined),
    ...averages.slice(1),
    NOT_USED.meaning,
  ]);
}

/** An average of what its heading names; a bare "Average" is of what the table is called by. */
function ofAverages({ title, cells, subject }: ColumnSeen, average: ColumnMeaning): ColumnGuess {
  if (average.role !== "overall average") return certain(average);
  const folded = foldHeading(title);
  // A sum of points looks like an average and is none; a bare "Final" may be the examination.
  const isSum = /^(total|sum|suma|summe)$/.test(folded) && !cells.every((cell) => cell.includes("%"));
  if (isSum || folded === "final") return open([average, { role: "scores" }, extraColumn(undefined), NOT_USED.meaning]);
  if (/\b(overall|final|course|general|global|gesamt|ogolna|generale)\b/.test(folded)) return certain(average);
  const { category, words } = subject;
  if (category) return certain({ role: "category average", category }, `the table is called so: ${category}`);
  return words
    ? open([{ role: "category average", category: words }, average, extraColumn(undefined), NOT_USED.meaning])
    : certain(average);
}

/** The average that a heading names: by its words, by the category that is called so, or by the one that stands above it. */
function averageOf(
  { title, group }: ColumnSeen,
  named: ColumnMeaning | undefined,
  { categories }: KnownValues,
): ColumnMeaning | undefined {
  const key = titleKey(title);
  if (categories.has(key)) return { role: "category average", category: title.trim() };
  if (
    named?.role === "overall average" &&
    group &&
    /average|avg|%|percent|grade/i.test(title) &&
    categories.has(titleKey(group))
  )
    return { role: "category average", category: group };
  return named;
}

function extraColumn(type: ColumnMeaning["type"]): ColumnMeaning {
  return { role: "own column", ...(type && { type }) };
}

function isAverage(role: ColumnRole): boolean {
  return role === "overall average" || role === "category average";
}

const IDENTITIES: readonly ColumnRole[] = ["student number", "full name", "student address"];

function isSaidOfSomebody(role: ColumnRole): boolean {
  return IDENTITIES.includes(role) || role === "given name" || role === "family name" || role.startsWith("guardian");
}

/** "Lab 4 comment", "Comments on Lab 4": the title that they are about; empty under a bare heading. */
function commentHeading(title: string): string | undefined {
  const text = title.replace(/\s+/g, " ").trim();
  const match =
    /^(.+?)[\s:(–—-]+(?:comments?|feedback|remarks?|comentarios?|commentaires?|kommentare?|komentarze?|uwagi)\)?$/i.exec(
      text,
    ) ??
    /^(?:comments?|feedback|remarks?|comentarios?|commentaires?|kommentare?|komentarze?|uwagi)[\s:(–—-]+(?:on |for |de |sur |zu )?(.+?)\)?$/i.exec(
      text,
    );
  return match?.[1]?.trim();
}

/** Scores are numbers and marks. */
export function looksLikeScores(cells: readonly string[]): boolean {
  if (mostly(cells, looksLikeDate)) return false;
  if (mostly(cells, (cell) => isNumber(cell) || guessMark(cell, NO_LABELS) !== undefined)) return true;
  // Marks of the school's own among numbers.
  return cells.some(isNumber) && cells.every((cell) => isNumber(cell) || cell.length <= LONGEST_MARK);
}

/** Points possible in the heading, unless the cells show that the number means something else: a year, a second try. */
export function possibleIn({ title, cells }: Pick<ColumnSeen, "title" | "cells">): number | undefined {
  const { pointsPossible } = readAssignmentHeader(title);
  if (pointsPossible === undefined) return undefined;
  const values = cells.flatMap((cell) => {
    const number = numberIn(cell);
    return number && !number.isPercent && number.outOf === undefined ? [number.value] : [];
  });
  const largest = Math.max(0, ...values);
  const isYear = Number.isInteger(pointsPossible) && pointsPossible >= 1900 && pointsPossible <= 2100;
  if (isYear && largest * 2 < pointsPossible) return undefined;
  return largest > pointsPossible * MOST_ABOVE_POSSIBLE ? undefined : pointsPossible;
}
const MOST_ABOVE_POSSIBLE = 2;

/** The title of an assignment as its heading says it, without points. */
export function titleOf(column: Pick<ColumnSeen, "title" | "cells">): string {
  if (possibleIn(column) !== undefined) return readAssignmentHeader(column.title).title;
  const title = column.title.replace(/\s+/g, " ").trim();
  // "Lab 4 (%)" over cells that carry the sign themselves.
  const isInPercent = column.cells.length > 0 && column.cells.every((cell) => !/\d/.test(cell) || cell.includes("%"));
  return isInPercent ? title.replace(/\s*[([]?\s*%\s*[)\]]?$/, "") || title : title;
}

/** "17/20", "9/20": what all are out of stands in the cells, and is more than any of them. */
function isOutOfOne(cells: readonly string[]): boolean {
  const parts = cells.flatMap((cell) => {
    const number = numberIn(cell);
    return number?.outOf === undefined ? [] : [number];
  });
  const [first] = parts;
  return (
    first !== undefined &&
    parts.length * 2 > cells.length &&
    parts.every(({ outOf }) => outOf === first.outOf) &&
    (first.outOf ?? 0) > 0
  );
}

/** 1, 2, 3 down the table: the rows are counted, and nobody is named. */
function isCountOfRows(cells: readonly string[]): boolean {
  return cells.length > 1 && cells.every((cell, place) => Number(cell.replace(/\.$/, "")) === place + 1);
}

/** A decimal or a percent is nobody's number. */
function isFigureOfScore(cell: string): boolean {
  const number = numberIn(cell);
  return number !== undefined && (number.isPercent || number.outOf !== undefined || !Number.isInteger(number.value));
}
