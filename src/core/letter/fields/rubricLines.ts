import { fraction } from "../../figures/fraction";
import { statementText } from "../../figures/gradeLabel";
import { pointsToUnits } from "../../figures/pointsToUnits";
import { roundFraction } from "../../figures/roundFraction";
import { wordsIn } from "../../languages/productLanguages";
import type { Assignment } from "../../model/assignment";
import { type Criterion, levelOf, pointsOf, type Reached } from "../../model/criterion";
import type { Score } from "../../model/score";
import type { World } from "../../model/world";
import { writingIn } from "./writingIn";

/** One criterion that was judged, as a family reads it. */
export interface RubricLine {
  readonly name: string;
  /** The label of the level, or "3 of 4". */
  readonly reached: string;
  /** What the level says; often nothing. */
  readonly sentence: string;
}

/** The criteria that were judged, in their order and in the words of a language (BCP 47). */
export function rubricLines(
  rubric: readonly Criterion[] = [],
  reached: Reached | undefined,
  language: string,
): RubricLine[] {
  return rubric.flatMap((criterion) => {
    const words = reachedWords(criterion, reached, language);
    return words
      ? [{ name: criterion.name, reached: words, sentence: levelOf(criterion, reached)?.sentence ?? "" }]
      : [];
  });
}

/** What was reached of one criterion, in words: the label of a level, or "3 of 4"; empty where it was not judged. */
export function reachedWords(criterion: Criterion, reached: Reached | undefined, language: string): string {
  const level = levelOf(criterion, reached);
  if (level) return level.label;
  const points = pointsOf(criterion, reached);
  if (points === undefined) return "";
  const { number } = writingIn(language);
  return wordsIn(language).of(number(points), number(criterion.most ?? 0));
}

/** The words for the range of a score on its assignment; none without points, or where the assignment has no statement. */
export function totalStatement(
  { statements }: Pick<World, "statements">,
  { statementId = "", pointsPossible }: Pick<Assignment, "statementId" | "pointsPossible">,
  score: Score | undefined,
  decimals: number,
): string | undefined {
  if (score?.points === undefined || pointsPossible === 0) return undefined;
  const percent = fraction(pointsToUnits(score.points) * 100, pointsToUnits(pointsPossible));
  return statementText(statements.get(statementId), roundFraction(percent, decimals));
}
