import type { FiguresIndex } from "../../figures/figuresIndex";
import type { Note } from "../../model/note";

/** What stands between a title and its score. */
const JOINT = "\\s*(?:[:=–—(]|,|-|\\bis\\b|\\bwas\\b|\\bwith\\b)\\s*";
/** A score, and what may come after one: other words make another thing of the number, such as a date. */
const SCORE = "(\\d{1,3}(?:[.,]\\d{1,2})?)(?=\\s*(?:%|/\\s*\\d|of\\b|out of\\b|points?\\b|[.,;!?)]?\\s*$|[,;)]\\s))";

/** A number that was typed as a score beside the title of an assignment of the note's classes, with its title; none without. */
export function scoreBesideTitle(
  sentence: string,
  { world }: FiguresIndex,
  { selection: { classIds } }: Note,
): { readonly title: string; readonly score: string; readonly possible: number } | undefined {
  // Most sentences have no figure at all, and a school has thousands of titles.
  if (!/\d/u.test(sentence)) return undefined;
  const low = sentence.toLowerCase();
  for (const { classId, title, pointsPossible } of world.assignments.values()) {
    if (classIds !== "all" && !classIds.includes(classId)) continue;
    const at = low.indexOf(title.toLowerCase());
    if (at < 0) continue;
    const [, score] = AFTER_TITLE.exec(sentence.slice(at + title.length)) ?? [];
    if (score !== undefined) return { title, score, possible: pointsPossible };
  }
  return undefined;
}

const AFTER_TITLE = new RegExp(`^${JOINT}${SCORE}`, "iu");
