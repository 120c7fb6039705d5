import { classStatistics } from "../figures/classStatistics";
import { viewsOf } from "../figures/comparedViews";
import type { Fraction } from "../figures/fraction";
import { latestAssignment } from "../figures/latestAssignment";
import { roundFraction } from "../figures/roundFraction";
import { shownScore } from "../figures/shownScore";
import { assignmentsIn } from "../figures/studentFigures";
import { NOT_IN_CLASS, whileInClass } from "../figures/whileInClass";
import { wordsIn } from "../languages/productLanguages";
import { assignmentOf } from "../letter/fields/assignmentField";
import type { LetterContext } from "../letter/fields/letterContext";
import { rubricLines, totalStatement } from "../letter/fields/rubricLines";
import { scoreWords } from "../letter/fields/scoreWords";
import { writingIn } from "../letter/fields/writingIn";
import { checklistsOf } from "../model/checklist";
import type { PaperBlock } from "./paperContent";

/** Fewer averages than this would say whose they are. */
const FEWEST_OF_CLASS = 5;

/** The scores of the term as a table, category by category with its average. */
export function scoresTable(context: LetterContext): PaperBlock[] {
  const { gradebook, schoolClass, period, student, figures, today, language } = context;
  const words = wordsIn(language);
  const writing = writingIn(language);
  const work = assignmentsIn(gradebook, period);
  if (work.length === 0) return [];
  const rows = schoolClass.categories.flatMap((category, place) => {
    const own = work.filter(({ categoryId }) => categoryId === category.id);
    const lines = own.flatMap((assignment) => {
      const score = gradebook.columns.get(assignment.id)?.scores[student.id];
      if (whileInClass(score, assignment, schoolClass, student.id) === NOT_IN_CLASS) return [];
      const { status } = shownScore(score, assignment, schoolClass, today);
      const points =
        score?.points === undefined || status === "missing"
          ? ""
          : assignment.pointsPossible > 0 && !assignment.extraCredit
            ? words.of(writing.number(score.points), writing.number(assignment.pointsPossible))
            : writing.number(score.points);
      const said = status ? words.status[status] : "";
      return [
        [
          { content: [assignment.title] },
          { content: [assignment.dueDate ? writing.day(assignment.dueDate, "short") : ""] },
          { content: [score?.gradeLabel ?? [points, said].filter(Boolean).join(", ")] },
          { content: [score?.comment ?? ""] },
        ],
      ];
    });
    if (lines.length === 0) return [];
    const average = figures.categoryAverages[place];
    const shown = average ? writing.percent(average.shown, schoolClass.decimals) : words.noScoresYet;
    return [
      [
        { content: [{ type: "text" as const, text: category.name, marks: ["bold" as const] }], columns: 2 },
        { content: [{ type: "text" as const, text: shown, marks: ["bold" as const] }], columns: 2 },
      ],
      ...lines,
    ];
  });
  if (rows.length === 0) return [];
  return [
    {
      type: "table",
      widths: [4, 1.6, 2.4, 4],
      head: [words.assignment, words.dueHead, words.scoreHead, words.commentHead].map((head) => ({ content: [head] })),
      content: rows,
    },
  ];
}

/** What was written about the work of the term. */
export function commentsOf({ gradebook, period, student }: LetterContext): string[] {
  return assignmentsIn(gradebook, period).flatMap(
    ({ id }) => gradebook.columns.get(id)?.scores[student.id]?.comment ?? [],
  );
}

/** The own average and the middle half of the class; nothing in a class so small that it would say whose they are. */
export function automaticWords({ index, schoolClass, period, figures, language }: LetterContext): PaperBlock[] {
  const averages = schoolClass.studentIds.map((id) => index.figures(schoolClass.id, id, period).overall);
  const statistics = classStatistics(averages);
  if (!figures.overall || !statistics || averages.filter(Boolean).length < FEWEST_OF_CLASS) return [];
  const writing = writingIn(language);
  const percent = (value: Fraction) =>
    writing.percent(roundFraction(value, schoolClass.decimals), schoolClass.decimals);
  const { lowerQuartile, upperQuartile, median } = statistics;
  return [
    {
      type: "paragraph",
      content: [
        wordsIn(language).standing(
          percent(figures.overall.exact),
          percent(lowerQuartile),
          percent(upperQuartile),
          percent(median),
        ),
      ],
    },
  ];
}

/** What the student has done of the checklists of the class. */
export function checklistsTable({ index, schoolClass, student, language }: LetterContext): PaperBlock[] {
  const words = wordsIn(language);
  const lists = checklistsOf(index.world.checklists.values(), schoolClass.id);
  if (lists.length === 0) return [];
  return [
    {
      type: "table",
      widths: [3, 1],
      head: [],
      content: lists.map(({ name, marks }) => [
        { content: [name] },
        { content: [marks[student.id] === "done" ? words.yes : marks[student.id] === "not needed" ? "–" : words.no] },
      ]),
    },
  ];
}

function latestOfClass({ index: { world }, schoolClass, today }: LetterContext): string {
  const { assignments, scoreColumns } = world;
  const own = [...assignments].filter(([, { classId }]) => classId === schoolClass.id);
  return latestAssignment({ assignments: new Map(own), scoreColumns }, today);
}

/**
 * The feedback on one assignment: the level of each criterion, the score and the comment; without a title, of the one that
 * was marked last. `written` is what somebody wrote of it.
 */
export function rubricBlocks(
  context: LetterContext,
  title: string,
  whenNothing: string,
): { blocks: PaperBlock[]; written: string[] } {
  const wanted = title || latestOfClass(context);
  const found = assignmentOf(context, wanted);
  const nothing: PaperBlock[] = whenNothing ? [{ type: "paragraph", content: [whenNothing] }] : [];
  const score = scoreWords(context, wanted, found?.score);
  const { levels, comment = "" } = found?.score ?? {};
  const lines = rubricLines(found?.assignment.rubric, levels, context.language);
  const hasSentences = lines.some(({ sentence }) => sentence);
  const rows = lines.map(({ name, reached, sentence }) =>
    (hasSentences ? [name, reached, sentence] : [name, reached]).map((words) => ({ content: [words] })),
  );
  const views = found ? viewsOf(context.index.world, found.assignment.id, context.student.id) : [];
  const said = views.filter(({ inFeedback }) => inFeedback).map((view) => `“${view.comment}”`);
  const statement =
    found && totalStatement(context.index.world, found.assignment, found.score, context.schoolClass.decimals);
  const heading: PaperBlock = { type: "heading", level: 2, content: [wanted] };
  // Work that the class never had is not unmarked.
  if (!found) return { blocks: [], written: [] };
  if (rows.length === 0 && !score && !comment) return { blocks: [heading, ...nothing], written: [] };
  return {
    blocks: [
      heading,
      ...(rows.length > 0
        ? [{ type: "table" as const, widths: hasSentences ? [2, 1.5, 4] : [1, 2], head: [], content: rows }]
        : []),
      ...(score
        ? [{ type: "paragraph" as const, content: [{ type: "text" as const, text: score, marks: ["bold" as const] }] }]
        : []),
      ...[statement, comment, ...said].flatMap((words) =>
        words ? [{ type: "paragraph" as const, content: [words] }] : [],
      ),
    ],
    written: [comment, ...said].filter(Boolean),
  };
}
