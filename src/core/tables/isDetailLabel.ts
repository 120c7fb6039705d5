/** What tables call the points possible, wherever it stands: beside a row, above a column, or in a heading. */
const POSSIBLE = "points possible|possible(?: points)?|max(?:imum)?(?:[ .]*(?:points|score))?\\.?|out of|total points";
const DUE = "due(?:[ _-]dates?)?|dates?(?: due)?|deadline";

const POSSIBLE_HEADING = new RegExp(`^(?:${POSSIBLE})$`, "i");
const POSSIBLE_LABEL = new RegExp(`^(?:points|${POSSIBLE})s?:?$`, "i");
const DUE_LABEL = new RegExp(`^(?:${DUE}):?$`, "i");
const WEIGHT_LABEL = /^weights?:?$/i;

/** Whether a heading says that its column holds points possible. Plain "Points" are those that were earned. */
export function isPossibleHeading(heading: string): boolean {
  return POSSIBLE_HEADING.test(heading.trim());
}

/** Whether the label beside a row says that the row is about the assignments, and about no student; there plain "Points" are those possible. */
export function isDetailLabel(label: string): boolean {
  const text = label.trim();
  return POSSIBLE_LABEL.test(text) || DUE_LABEL.test(text) || WEIGHT_LABEL.test(text);
}

const NUMBER = "(\\d+(?:[.,]\\d+)?)";
const POINTS = "(?: ?points?| ?pts\\.?)?";
const IN_BRACKETS = `\\((?:out of |\\/|max\\.? )?${NUMBER}${POINTS}\\)`;
const AFTER_MARK = `(?:\\/|out of)\\s*${NUMBER}${POINTS}`;
const HEADER = new RegExp(`^(.*?)\\s*(?:${IN_BRACKETS}|${AFTER_MARK})$`, "i");
const ALONE = new RegExp(`^(?:\\/|\\(|out of|of|max\\.?)?\\s*${NUMBER}\\s*\\)?\\s*(?:points?|pts?\\.?)?$`, "i");

/** "/20", "(20)", "out of 20", "20 pts" as the points possible that they name. */
export function outOf(cell: string): number | undefined {
  return decimal(ALONE.exec(cell.trim())?.[1]);
}

/** "Lab 4 (20)", "Lab 4 /20" and "Lab 4 out of 20" name the points possible beside the title. */
export function readAssignmentHeader(header: string): { title: string; pointsPossible: number | undefined } {
  const text = header.replace(/\s+/g, " ").trim();
  const [, title, inBrackets, afterMark] = HEADER.exec(text) ?? [];
  const digits = inBrackets ?? afterMark;
  return { title: (digits && title ? title : text).trim(), pointsPossible: decimal(digits) };
}

function decimal(digits: string | undefined): number | undefined {
  return digits === undefined ? undefined : Number(digits.replace(",", "."));
}
