import { comparedViews, viewsOf } from "../figures/comparedViews";
import { handingIn } from "../figures/handingIn";
import type { MissingAssignment } from "../figures/missingWork";
import { newEntries } from "../figures/newEntries";
import { trend } from "../figures/trend";
import { wordsIn } from "../languages/productLanguages";
import type { Assignment } from "../model/assignment";
import { addDays, instantOf } from "../model/day";
import {
  type LetterBody,
  MISSING_DETAILS,
  type MissingDetail,
  type PlainBlockNode,
  plainBlocks,
} from "../model/letterBody";
import type { Score } from "../model/score";
import { shownCategories } from "../model/shownCategories";
import { titleKey } from "../model/titleKey";
import type { View } from "../model/view";
import { assignmentField, assignmentOf } from "./assignmentField";
import { formatValue } from "./fieldValue";
import type { LetterContext } from "./letterContext";
import { reachedWords, rubricLines, totalStatement } from "./rubricLines";
import { trendPicture } from "./trendPicture";
import { writingIn } from "./writingIn";

/** What a block of a letter holds for one student, before it is drawn as HTML, as text or on the screen. */
export type BlockModel =
  | { kind: "table"; head: readonly string[]; rows: readonly (readonly string[])[] }
  | { kind: "list"; items: readonly string[] }
  | { kind: "sentence"; text: string }
  /** Sentences that follow each other. */
  | { kind: "paragraphs"; texts: readonly string[] }
  /** A picture, and what it shows in words. */
  | { kind: "picture"; src: string; words: string };

const LIVE_TYPES = [
  "averagesTable",
  "missingWork",
  "handingIn",
  "trend",
  "assignmentScore",
  "classLog",
  "upcomingWork",
  "newScores",
] as const;
export type LiveBlockNode = Extract<PlainBlockNode, { type: (typeof LIVE_TYPES)[number] }>;

function isLiveBlock(block: PlainBlockNode): block is LiveBlockNode {
  return (LIVE_TYPES as readonly string[]).includes(block.type);
}

/** The live blocks of a letter, in reading order. */
export function liveBlocks(body: LetterBody): LiveBlockNode[] {
  return [...plainBlocks(body)].filter(isLiveBlock);
}

/** What is said of a missing assignment unless something else is chosen. */
export const USUAL_DETAILS: MissingDetail[] = ["category", "due", "points"];

const USUAL: Readonly<Record<string, object>> = {
  averagesTable: { leftOut: [], withOverall: true },
  missingWork: { as: "list", details: USUAL_DETAILS, assignments: [] },
};

/** Names a block by what it is and how it was set: two that are alike hold the same, also where the usual is left unsaid. */
export function blockKey({ type, attrs }: { type: string; attrs?: object }): string {
  const set = Object.entries({ ...USUAL[type], ...attrs }).filter(([, value]) => value !== undefined);
  return `${type} ${JSON.stringify(set.sort(([a], [b]) => a.localeCompare(b)))}`;
}

/** The figures of a block for the student of a letter. */
export function blockModel(block: LiveBlockNode, context: LetterContext): BlockModel {
  switch (block.type) {
    case "averagesTable":
      return averagesTable(context, block.attrs);
    case "missingWork":
      return missingWork(context, block.attrs);
    case "handingIn":
      // Where no work is known, nobody may say that nothing is missing.
      return {
        kind: "sentence",
        text: context.gradebook.assignments.length === 0 ? "" : handingInWords(context) || block.attrs.whenNothing,
      };
    case "trend":
      return trendModel(context, block.attrs.whenNothing);
    case "assignmentScore":
      return assignmentScore(context, block.attrs);
    case "classLog": {
      const entries = context.classDays.log(block.attrs.days);
      return listOr(
        block.attrs.whenNothing,
        entries.map(({ day, text }) => `${writingIn(context.language).day(day, "long")}: ${text.replace(/\s+/g, " ")}`),
      );
    }
    case "newScores":
      return newScores(context, block.attrs);
    case "upcomingWork": {
      const { categories } = context.schoolClass;
      return listOr(
        block.attrs.whenNothing,
        context.classDays.upcoming(block.attrs.days).map((assignment) => {
          const category = categories.find(({ id }) => id === assignment.categoryId);
          return assignmentWords(assignment, category?.name ?? "", context.language);
        }),
      );
    }
  }
}

function averagesTable(
  { index, schoolClass, figures, language }: LetterContext,
  { leftOut, withOverall }: NonNullable<AveragesAttributes> = { leftOut: [], withOverall: true },
): BlockModel {
  const words = wordsIn(language);
  const text = (average: { shown: number } | undefined) =>
    average ? writingIn(language).percent(average.shown, schoolClass.decimals) : words.noScoresYet;
  const isShown = new Set(shownCategories(schoolClass, index.world).map(({ name }) => name));
  const isListed = (name: string) => !leftOut.some((one) => titleKey(one) === titleKey(name));
  return {
    kind: "table",
    head: [words.category, words.average],
    rows: [
      ...schoolClass.categories.flatMap(({ name }, place) =>
        isListed(name) && isShown.has(name) ? [[name, text(figures.categoryAverages[place])]] : [],
      ),
      ...(withOverall ? [[words.overall, text(figures.overall)]] : []),
    ],
  };
}
type AveragesAttributes = Extract<LiveBlockNode, { type: "averagesTable" }>["attrs"];

function missingWork(
  { figures, gradebook, language }: LetterContext,
  {
    whenNothing,
    as = "list",
    details = USUAL_DETAILS,
    assignments = [],
  }: Extract<LiveBlockNode, { type: "missingWork" }>["attrs"],
): BlockModel {
  const only = new Set(assignments.map(titleKey));
  const missing =
    only.size === 0
      ? figures.missing
      : figures.missing.filter(({ assignment }) => only.has(titleKey(assignment.title)));
  if (gradebook.assignments.length === 0) return listOr("", []);
  if (as === "list" || missing.length === 0) {
    return listOr(
      whenNothing,
      missing.map((assignment) => missingAssignmentWords(assignment, language, details)),
    );
  }
  const words = wordsIn(language);
  const writing = writingIn(language);
  const columns: Record<MissingDetail, { head: string; cell: (assignment: MissingAssignment) => string }> = {
    category: { head: words.category, cell: ({ categoryName }) => categoryName },
    due: {
      head: words.dueHead,
      cell: ({ assignment: { dueDate } }) => (dueDate ? writing.day(dueDate, "long") : ""),
    },
    overdue: { head: words.overdueHead, cell: ({ daysOverdue }) => writing.counted(daysOverdue, "day overdue") },
    points: {
      head: words.pointsHead,
      cell: ({ assignment: { pointsPossible } }) => (pointsPossible > 0 ? writing.number(pointsPossible) : ""),
    },
  };
  const shown = MISSING_DETAILS.filter((detail) => details.includes(detail)).map((detail) => columns[detail]);
  return {
    kind: "table",
    head: [words.assignment, ...shown.map(({ head }) => head)],
    rows: missing.map((one) => [missingTitle(one, language), ...shown.map(({ cell }) => cell(one))]),
  };
}

const FEWEST_POINTS = 2;

function trendModel(
  { gradebook, student, period, today, language, schoolClass }: LetterContext,
  whenNothing: string,
): BlockModel {
  const points = trend(gradebook, student.id, period, today);
  const known = points.flatMap(({ day, average }) => (average ? [{ day, shown: average.shown }] : []));
  if (known.length < FEWEST_POINTS) return { kind: "sentence", text: whenNothing };
  const writing = writingIn(language);
  const words = known.map(
    ({ day, shown }) => `${writing.day(day, "short")} ${writing.percent(shown, schoolClass.decimals)}`,
  );
  return {
    kind: "picture",
    src: trendPicture(points.map(({ average }) => average?.shown)),
    words: `${words.join(", ")}.`,
  };
}

/** The score on one assignment, the levels of its rubric and what was said of it; nothing where the student has neither. */
function assignmentScore(
  context: LetterContext,
  {
    assignment,
    whenNothing,
    withViews = false,
  }: { assignment: string; whenNothing: string; withViews?: boolean | undefined },
): BlockModel {
  const found = assignmentOf(context, assignment);
  const comment = found?.score?.comment;
  const score = scoreWords(context, assignment, found?.score);
  const lines = rubricLines(found?.assignment.rubric, found?.score?.levels, context.language);
  const views = found ? viewsOf(context.index.world, found.assignment.id, context.student.id) : [];
  const levels = lines.map(({ name, reached, sentence }) => {
    const seen = withViews && found ? viewWords(found.assignment, name, views, context.language) : "";
    return `${name}: ${reached}${seen && ` (${seen})`}${sentence && `. ${sentence}`}`;
  });
  const said = views.filter(({ inFeedback }) => inFeedback).map((view) => `“${view.comment}”`);
  const statement =
    found && totalStatement(context.index.world, found.assignment, found.score, context.schoolClass.decimals);
  if (!score && !comment && levels.length === 0) return { kind: "sentence", text: whenNothing };
  return {
    kind: "paragraphs",
    texts: [score ? `${assignment}: ${score}` : assignment, ...levels, statement ?? "", comment ?? "", ...said].filter(
      Boolean,
    ),
  };
}

/** What came in lately, an assignment a line: "Salinity lab: 18 of 20 (90 %). Well argued." */
function newScores(context: LetterContext, { days, whenNothing }: { days: number; whenNothing: string }): BlockModel {
  const { index, schoolClass, student, today } = context;
  const entries = newEntries(index, schoolClass.id, student.id, instantOf(addDays(today, 1 - days), 0));
  const items = entries.flatMap(({ assignment: { title }, score }) => {
    const words = [scoreWords(context, title, score), score.comment ?? ""].filter(Boolean).join(". ");
    return words ? [`${title}: ${words}`] : [];
  });
  return listOr(whenNothing, items);
}

/** "own view: sound; others: secure, 5": how a criterion is seen by the student and by others; empty where nobody said. */
function viewWords({ rubric = [] }: Assignment, name: string, views: readonly View[], language: string): string {
  const words = wordsIn(language);
  const found = comparedViews(rubric, undefined, views).find(({ criterion }) => criterion.name === name);
  if (!found) return "";
  const { criterion, own, others, count } = found;
  const said = (mark: string | number | undefined) =>
    mark === undefined ? "" : reachedWords(criterion, { [criterion.id]: mark }, language);
  return [
    said(own) && `${words.ownView}: ${said(own)}`,
    said(others) && `${words.othersView}: ${said(others)}, ${writingIn(language).number(count)}`,
  ]
    .filter(Boolean)
    .join("; ");
}

/** The score in words; of one who was judged and has no points that nothing is known yet would be no news. */
export function scoreWords(context: LetterContext, assignment: string, score: Score | undefined): string {
  if (score?.status === "pending" && (score.levels || score.comment)) return "";
  const value = assignmentField(`assignment.score.${assignment}`, "score", assignment).value(context);
  return value ? formatValue(value, "", context.language) : "";
}

/** "64 % now; about 78 % with what is missing handed in."; nothing where nothing is missing, or it would do nothing. */
function handingInWords({ gradebook, student, period, today, figures, schoolClass, language }: LetterContext): string {
  if (figures.missing.length === 0) return "";
  const { now, after } = handingIn(gradebook, student.id, period, today);
  if (!now || !after || now.shown === after.shown) return "";
  const percent = (shown: number) => writingIn(language).percent(shown, schoolClass.decimals);
  return wordsIn(language).handingIn(percent(now.shown), percent(after.shown));
}

function listOr(whenNothing: string, items: readonly string[]): BlockModel {
  return items.length === 0 ? { kind: "sentence", text: whenNothing } : { kind: "list", items };
}

/** "Lab 4 (Labs, due 12 November 2026, 20 points)", in a language (BCP 47), with the details that are wanted. */
export function missingAssignmentWords(
  { assignment, categoryName, daysOverdue, isIncomplete }: MissingAssignment,
  language = "en",
  details: readonly MissingDetail[] = USUAL_DETAILS,
): string {
  const overdue = details.includes("overdue") && daysOverdue > 0;
  return assignmentWords(assignment, details.includes("category") ? categoryName : "", language, {
    due: details.includes("due"),
    points: details.includes("points"),
    first: isIncomplete ? wordsIn(language).status.incomplete : "",
    more: overdue ? writingIn(language).counted(daysOverdue, "day overdue") : "",
  });
}

/** The title, with a word where it is there in part: "Lab 4 (incomplete)". */
export function missingTitle({ assignment, isIncomplete }: MissingAssignment, language: string): string {
  return isIncomplete ? `${assignment.title} (${wordsIn(language).status.incomplete})` : assignment.title;
}

function assignmentWords(
  { title, dueDate, pointsPossible }: Assignment,
  categoryName: string,
  language: string,
  wanted = { due: true, points: true, first: "", more: "" },
): string {
  const writing = writingIn(language);
  const details = [
    wanted.first,
    categoryName,
    wanted.due && dueDate ? wordsIn(language).due(writing.day(dueDate, "long")) : "",
    wanted.more,
    wanted.points && pointsPossible > 0 ? writing.counted(pointsPossible, "point") : "",
  ].filter(Boolean);
  return details.length > 0 ? `${title} (${details.join(", ")})` : title;
}
