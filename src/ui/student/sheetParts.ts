/** What can stand on a student sheet, in the order in which it stands unless another is chosen. */
export const SHEET_PARTS = [
  "classes",
  "missing work",
  "comments",
  "checklists",
  "own columns",
  "how to reach",
  "talks",
  "letters",
] as const;
export type SheetPart = (typeof SHEET_PARTS)[number];

export const PART_WORDS: Record<SheetPart, string> = {
  classes: "Classes and averages",
  "missing work": "Missing work",
  comments: "Comments on work",
  checklists: "Checklists",
  "own columns": "Extra columns",
  "how to reach": "How to reach whom",
  talks: "Talks and calls",
  letters: "Letters",
};

/** Private to the teacher: gone while the screen is turned to the family. */
export const PRIVATE_PARTS: readonly SheetPart[] = ["talks", "letters", "how to reach"];

const KEY = "vine-note-sheet-parts";

/** The parts as they were chosen and put in order last, in this browser. */
export function keptParts(): readonly SheetPart[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "null");
    const known = Array.isArray(kept) ? SHEET_PARTS.filter((part) => kept.includes(part)) : [];
    return Array.isArray(kept) ? [...known].sort((a, b) => kept.indexOf(a) - kept.indexOf(b)) : SHEET_PARTS;
  } catch {
    return SHEET_PARTS;
  }
}

export function keepParts(parts: readonly SheetPart[]): void {
  localStorage.setItem(KEY, JSON.stringify(parts));
}
