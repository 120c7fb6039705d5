import { guessMark } from "../figures/markMeaning";
import { numberIn } from "../figures/scoreCell";
import { titleKey } from "../model/titleKey";
import { isNumber, isYesOrNo, looksLikeAddress, meaningOfCells, mostly, readsAsPercents, shareOf } from "./cellMeaning";
import type { ColumnMeaning, ColumnRole } from "./columnMeaning";
import type { ComputedHeading } from "./computedHeading";
import { foldHeading } from "./foldHeading";
import { meaningOfWords } from "./headingWords";
import { readAssignmentHeader } from "./isDetailLabel";
import { isKeptOfStudents, isNoScore, isYearOfSchool } from "./isNoScore";
import type { KnownValues } from "./knownValues";
import { meaningOfHeader } from "./meaningOfHeader";
import { looksLikeDate } from "./readDate";
import { readPermission } from "./readPermission";
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
  /** Whether it belongs to another table that stands beside. */
  readonly isBeside: boolean;
  /** Whether a row says of which category it is. */
  readonly isInCategory: boolean;
  /** Whether the table says what its assignments are worth, or of which category, and nothing of this one. */
  readonly isNoWork: boolean;
  /** Whether any column of the table is work for certain. */
  readonly hasWork: boolean;
  /** Whether it is called as a category is. */
  readonly isCategory: boolean;
  /** Whether the table is a gradebook, by what is worked out in it or by what it is called; then bare figures are scores. */
  readonly isInGradebook: boolean;
  /** Whether it is a list of people; then bare figures are something else. */
  readonly isInList: boolean;
  /** Whether the table is called a list of families. */
  readonly isOfFamilies: boolean;
  /** Set where the heading, or the sum of others, says that it was worked out. */
  readonly computed: ComputedHeading | undefined;
}

/** The evidence of a heading that is the title of an assignment: of the class, as it must turn out. */
export const KNOWN_WORK = "the gradebook has this assignment";

/** The evidence of a title that heads an assignment for certain in another table of the drop. */
const PILE_WORK = "another of these tables has this assignment";

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
  if (column.isBeside) return certain(NOT_USED.meaning, "another table stands beside");
  const keys = [titleKey(title), titleKey(titleOf(column))];
  const isKnownWork = keys.some((key) => known.assignments.has(key));
  const isPileWork = keys.some((key) => known.pileWork?.has(key));
  const seen = meaningOfCells(cells, known);
  // Figures under the title of an assignment are scores even where they look like somebody's number.
  if (isKnownWork && !seen && !mostly(cells, looksLikeDate))
    return certain({ role: "scores" }, column.isInGradebook || isPileWork ? PILE_WORK : KNOWN_WORK);
  if (isPileWork && !column.isNoWork && !column.computed && cells.length > 0 && looksLikeScores(cells))
    return certain({ role: "scores" }, PILE_WORK);
  const comment = commentHeading(title);
  if (comment !== undefined && !mostly(cells, isNumber)) return certain({ role: "comment on scores", of: comment });
  const answers = cells.map(readPermission);
  const unclear = shareOf(answers, (answer) => answer === "unclear");
  const isAnswered = unclear < 0.1 && answers.some((answer) => answer !== undefined);
  const writeTo = writeToHeading(title, isAnswered);
  // One cell that slipped into the column must not cost the opt-outs in it: what can't be read is a no.
  if (writeTo && unclear <= 0.3) return certain(writeTo);
  if (writeTo && unclear <= 0.5)
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
  const { title, cells, isWorked, isGroupWorked, isInCategory, isNoWork, computed, group } = column;
  if (!title.trim()) return NOT_USED;
  if (isCountOfRows(cells)) return certain(NOT_USED.meaning, "the rows are counted");
  const possible = possibleIn(column);
  const average = averageOf(column, named, known);
  const figures = looksLikeScores(cells);
  const isWork = isWorked || isInCategory || possible !== undefined || (isOutOfOne(cells) && !average && !isNoWork);
  const kind = computed?.kind;
  if (kind === "rank" || kind === "class average") return certain(NOT_USED.meaning, `${kind} of the gradebook`);
  if (kind === "letter" && !figures) return certain({ role: "letter grade" });
  if (kind === "letter" && cells.every((cell) => /^[A-F][+\-−]?$/.test(cell))) return certain({ role: "letter grade" });
  const isShare = cells.some((cell) => cell.includes("%"));
  const isSummed = kind === "sum" && (!readsAsPercents(cells) || column.hasWork || column.isInGradebook) && !isShare;
  if (kind === "sum" && (isSummed || isNoWork)) return certain(NOT_USED.meaning, "a sum of others");
  if (
    isWork &&
    !(kind && isNoWork) &&
    (figures || cells.length === 0) &&
    !mostly(cells, looksLikeDate) &&
    kind === undefined
  )
    return certain({ role: "scores" }, isWorked ? "points possible or a due date stand with it" : "");
  if (isYearOfSchool(title, cells)) return leftOver(column);
  // A table that says nothing of work has averages under the names of categories.
  if (
    column.isCategory &&
    kind === undefined &&
    !isNoScore(title, []) &&
    !isWork &&
    !column.hasWork &&
    areOnScaleOfHundred(cells)
  )
    return certain({ role: "category average", category: title.trim() }, "called as a category is");
  if (computed?.of && isNoScore(computed.of, [])) return leftOver(column);
  const ofCategory = computed?.of ? ({ role: "category average", category: computed.of } as const) : undefined;
  if (kind === "average" || kind === "sum" || kind === "letter") {
    const said: ColumnMeaning =
      ofCategory ?? (computed?.of === "" ? { role: "overall average" } : (average ?? { role: "overall average" }));
    if (readsAsPercents(cells) || isNoWork) return ofAverages(column, said);
  }
  // "% Present" is no average of work; a category that nobody has needs the word for an average.
  const isOfUnknown = average?.role === "category average" && !known.categories.has(titleKey(average.category ?? ""));
  if (isOfUnknown && isNoScore(average.category ?? "", cells)) return leftOver(column);
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
  if (isNoWork) return leftOver(column, "it has no points, and others have");
  if (!average && isNoScore(title, cells)) return leftOver(column);
  const isUnderCategory = known.categories.has(titleKey(group)) && group !== "";
  if ((isGroupWorked || isUnderCategory) && figures && !average)
    return certain(
      { role: "scores" },
      isUnderCategory ? `stands under the category ${group}` : "those beside it are worth points",
    );
  if (!figures || isYesOrNo(cells)) return cells.length > 0 ? leftOver(column) : NOT_USED;
  // "Score" or "Points" is no category.
  const isBare = meaningOfWords(title)?.role === "score";
  const averages: ColumnMeaning[] = [
    average ?? (isBare ? { role: "overall average" } : { role: "category average", category: title.trim() }),
    ...(average?.role === "overall average" || isBare ? [] : [{ role: "overall average" } as const]),
  ];
  const scores: ColumnMeaning = { role: "scores" };
  const isLikelyAverage = average !== undefined || (readsAsPercents(cells) && !/\d/.test(title));
  if (column.isInGradebook && !isLikelyAverage) return certain(scores, "figures in a gradebook");
  if (column.isInGradebook && average === undefined) return certain(scores, "figures in a gradebook");
  if (column.isInList && average === undefined) return leftOver(column);
  if (column.isBesideWords && !isLikelyAverage)
    return open([extraColumn(undefined), scores, ...averages, NOT_USED.meaning]);
  return open([
    ...(isLikelyAverage ? [...averages.slice(0, 1), scores] : [scores, ...averages.slice(0, 1)]),
    extraColumn(undefined),
    ...averages.slice(1),
    NOT_USED.meaning,
  ]);
}

/** Numbers from 0 to a little above 100, none of them a fraction of one. */
function areOnScaleOfHundred(cells: readonly string[]): boolean {
  const values = cells.flatMap((cell) => numberIn(cell)?.value ?? []);
  return values.length * 2 >= cells.length && values.every((value) => value === 0 || (value >= 2 && value <= 120));
}

/** What is neither work nor an average: kept where that is usual, else named and left. */
function leftOver({ title }: ColumnSeen, because = ""): ColumnGuess {
  return isKeptOfStudents(title) ? certain(extraColumn(undefined)) : certain(NOT_USED.meaning, because);
}

/** An average of what its heading names; a bare "Average" is of what the table is called by. */
function ofAverages(column: ColumnSeen, average: ColumnMeaning): ColumnGuess {
  const { title, cells, subject } = column;
  if (average.role !== "overall average") return certain(average);
  const folded = foldHeading(title);
  // A sum of points looks like an average and is none; a bare "Final" may be the examination.
  const isSum = /^(total|sum|suma|summe)$/.test(folded) && !cells.every((cell) => cell.includes("%"));
  if (isSum || folded === "final") return open([average, { role: "scores" }, extraColumn(undefined), NOT_USED.meaning]);
  if (/\b(overall|final|course|general|global|gesamt|ogolna|generale)\b/.test(folded)) return certain(average);
  const { category } = subject;
  return category && !column.hasWork
    ? certain({ role: "category average", category }, `the table is called so: ${category}`)
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
  return (
    IDENTITIES.includes(role) ||
    ["given name", "family name", "preferred name"].includes(role) ||
    role.startsWith("guardian")
  );
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

const FEW_NUMBERS = 0.2;

/** Scores are numbers and marks. */
export function looksLikeScores(cells: readonly string[]): boolean {
  if (mostly(cells, looksLikeDate)) return false;
  const hasNumbers = shareOf(cells, isNumber) >= FEW_NUMBERS;
  if (!hasNumbers) return cells.length > 0 && cells.every((cell) => guessMark(cell, NO_LABELS)?.sure === true);
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
