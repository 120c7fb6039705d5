/** Why a row is about no student. */
export type LeftOutCause =
  | "points possible"
  | "due dates"
  | "figures of the class"
  | "the header again"
  | "below other headings"
  | "below an empty line"
  | "a line of its own"
  | "more or fewer cells than the heading"
  | "no name and no number"
  | "by hand";
