import type { ColumnMeaning, ColumnRole } from "@/core/tables/columnMeaning";

/** Roles that are worded otherwise to the teacher than they are called. */
const ROLE_WORDS: Partial<Record<ColumnRole, string>> = {
  scores: "scores on an assignment",
  "own column": "extra column",
  "write to": "whether they may be written to",
  undecided: "not decided yet",
  "not used": "leave it out",
  "letter grade": "letter grade, in no average",
};

/** What a role is called where one is picked. */
export function roleWords(role: ColumnRole): string {
  return ROLE_WORDS[role] ?? role;
}

/** What a column may be, as it is offered: "average of Labs", "whether they may be written to". */
export function meaningWords({ role, category, guardian, isNegative }: ColumnMeaning): string {
  switch (role) {
    case "category average":
      return `average of ${category || "a category"}`;
    case "guardian address":
      return `address of ${guardian && guardian > 1 ? `guardian ${guardian}` : "a guardian"}`;
    case "student address":
      return "address of the student";
    case "write to":
      return isNegative ? "a yes asks for no letters" : "a no asks for no letters";
    default:
      return roleWords(role);
  }
}
