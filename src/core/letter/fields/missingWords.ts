import type { MissingAssignment } from "../../figures/missingWork";
import { wordsIn } from "../../languages/productLanguages";
import type { Assignment } from "../../model/assignment";
import type { MissingDetail } from "../../model/letterBody";
import { writingIn } from "./writingIn";

/** What is said of a missing assignment unless something else is chosen. */
export const USUAL_DETAILS: readonly MissingDetail[] = ["category", "due", "points"];

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

/** An assignment with its category, due date and points, as far as they are known and wanted. */
export function assignmentWords(
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
