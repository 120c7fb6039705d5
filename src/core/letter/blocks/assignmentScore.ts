import { comparedViews, viewsOf } from "../../figures/comparedViews";
import { wordsIn } from "../../languages/productLanguages";
import type { Assignment } from "../../model/assignment";
import type { View } from "../../model/view";
import { assignmentOptions } from "../../selection/conditions/gradebookOptions";
import { assignmentOf } from "../fields/assignmentField";
import { reachedWords, rubricLines, totalStatement } from "../fields/rubricLines";
import { scoreWords } from "../fields/scoreWords";
import { writingIn } from "../fields/writingIn";
import type { BlockKind } from "./blockKind";

/** The score on one assignment, the levels of its rubric and what was said of it; nothing where the student has neither. */
export const assignmentScore: BlockKind<"assignmentScore"> = {
  label: "Score and comment on an assignment",
  begins: { assignment: "", whenNothing: "It was not marked yet.", withViews: false },
  isWritten: true,
  model: ({ assignment, whenNothing, withViews = false }, context) => {
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
    const texts = [score ? `${assignment}: ${score}` : assignment, ...levels, statement ?? "", comment ?? "", ...said];
    return { kind: "paragraphs", texts: texts.filter(Boolean) };
  },
  settings: ({ assignment, withViews }, world) => [
    {
      kind: "choice",
      label: "Which assignment",
      value: assignment,
      options: assignmentOptions(world),
      change: (title) => ({ assignment: title }),
    },
    {
      kind: "check",
      label: "With the student’s own view and that of others",
      isOn: withViews === true,
      change: (isOn) => ({ withViews: isOn }),
    },
  ],
};

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
