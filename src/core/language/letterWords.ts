import type { ShownScore } from "../figures/shownScore";

/** What can be counted in a letter. */
export type Counted = "missing" | "late" | "excused" | "unmarked" | "point" | "percentage point" | "day overdue";

type Status = Exclude<ShownScore["status"], "">;
/** What stands without a number before it, such as a dual. */
export interface Alone {
  readonly alone: string;
}
/** The words for each plural form that the language has; the number stands before them where nothing else is said. */
type Forms = Partial<Record<Intl.LDMLPluralRule, string | Alone>> & { readonly other: string };

/** The words that the product itself puts into a letter, in one language. */
export interface LetterWords {
  readonly category: string;
  readonly average: string;
  readonly overall: string;
  readonly noScoresYet: string;
  /** Beside the name of a child who has no such value while a brother or sister has. */
  readonly nothingYet: string;
  /** In the place of what is missing, for a student of whom that is not known. */
  readonly nothingMarkedYet: string;
  /** The quiet line at the end of a letter: the words of the link that stops the letters, and what to do where there is none. */
  readonly stopLetters: string;
  readonly stopByWritingBack: string;
  /** The heads of a table of missing work. */
  readonly assignment: string;
  readonly dueHead: string;
  readonly overdueHead: string;
  readonly pointsHead: string;
  /** The heads of a table of scores. */
  readonly scoreHead: string;
  readonly commentHead: string;
  /** Where an average stands among those of the class: half of them lie between two values. */
  readonly standing: (own: string, from: string, to: string, median: string) => string;
  readonly handingIn: (now: string, after: string) => string;
  readonly due: (day: string) => string;
  readonly of: (points: string, possible: string) => string;
  /** How the student sees it, and how others do, beside a level. */
  readonly ownView: string;
  readonly othersView: string;
  readonly yes: string;
  readonly no: string;
  readonly up: string;
  readonly down: string;
  readonly unchanged: string;
  readonly status: Readonly<Record<Status, string>>;
  readonly counted: Readonly<Record<Counted, Forms>>;
}
