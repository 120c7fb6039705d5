import { isWorkKnown } from "../../figures/isWorkKnown";
import { wordsIn } from "../../languages/productLanguages";
import type { Assignment } from "../../model/assignment";
import type { LetterContext } from "./letterContext";

/**
 * What is said instead of "nothing is missing" to a student of whom that is not known: that nothing has been marked yet, or
 * nothing at all where an average came from elsewhere. None where it is known.
 */
export function notKnown(
  { gradebook, period, student, figures, language }: LetterContext,
  isAbout?: (assignment: Assignment) => boolean,
): string | undefined {
  if (isWorkKnown(gradebook, period, student.id, figures, isAbout)) return undefined;
  return gradebook.assignments.length === 0 || figures.overall ? "" : wordsIn(language).nothingMarkedYet;
}
