import type { MissingAssignment } from "../../figures/missingWork";
import { wordsIn } from "../../languages/productLanguages";
import { MISSING_DETAILS, type MissingDetail } from "../../model/letterBody";
import { titleKey } from "../../model/titleKey";
import { assignmentOptions } from "../../selection/conditions/gradebookOptions";
import type { LetterContext } from "../fields/letterContext";
import { missingAssignmentWords, missingTitle, USUAL_DETAILS } from "../fields/missingWords";
import { notKnown } from "../fields/notKnown";
import { writingIn } from "../fields/writingIn";
import { type BlockKind, listOr } from "./blockKind";

/** What is missing, of some titles or of all. */
function missingOf(only: ReadonlySet<string>, { figures }: LetterContext): readonly MissingAssignment[] {
  if (only.size === 0) return figures.missing;
  return figures.missing.filter(({ assignment }) => only.has(titleKey(assignment.title)));
}

export const missingWork: BlockKind<"missingWork"> = {
  label: "List of missing work",
  begins: { whenNothing: "Nothing is missing.", as: "list", details: [...USUAL_DETAILS], assignments: [] },
  model: ({ whenNothing, as, details = USUAL_DETAILS, assignments = [] }, context) => {
    const { language } = context;
    const only = new Set(assignments.map(titleKey));
    const missing = missingOf(only, context);
    if (missing.length === 0) {
      const unknown = notKnown(context, ({ title }) => only.size === 0 || only.has(titleKey(title)));
      if (unknown !== undefined) return { kind: "sentence", text: unknown };
    }
    if (as !== "table" || missing.length === 0)
      return listOr(
        whenNothing,
        missing.map((assignment) => missingAssignmentWords(assignment, language, details)),
      );
    const columns = columnsIn(language);
    const shown = MISSING_DETAILS.filter((detail) => details.includes(detail)).map((detail) => columns[detail]);
    return {
      kind: "table",
      head: [wordsIn(language).assignment, ...shown.map(({ head }) => head)],
      rows: missing.map((one) => [missingTitle(one, language), ...shown.map(({ cell }) => cell(one))]),
    };
  },
  tells: ({ assignments = [] }, context) =>
    missingOf(new Set(assignments.map(titleKey)), context).map(({ assignment }) => `missing ${assignment.id}`),
  settings: ({ as = "list", details = USUAL_DETAILS, assignments = [] }, world) => [
    {
      kind: "choice",
      label: "As a list or a table",
      value: as,
      options: [
        { value: "list", words: "as a list" },
        { value: "table", words: "as a table" },
      ],
      change: (next) => ({ as: next === "table" ? "table" : "list" }),
    },
    ...MISSING_DETAILS.map((detail) => ({
      kind: "check" as const,
      label: `with the ${DETAIL_WORDS[detail]}`,
      isOn: details.includes(detail),
      change: (isOn: boolean) => ({
        details: MISSING_DETAILS.filter((one) => (one === detail ? isOn : details.includes(one))),
      }),
    })),
    {
      kind: "several",
      label: "Only of an assignment",
      only: "Only of",
      none: "of all assignments of the term",
      chosen: assignments,
      options: assignmentOptions(world).map(({ value }) => value),
      change: (titles) => ({ assignments: [...titles] }),
    },
  ],
};

const DETAIL_WORDS: Record<MissingDetail, string> = {
  category: "category",
  due: "due date",
  overdue: "days overdue",
  points: "points possible",
};

type Column = { readonly head: string; cell(missing: MissingAssignment): string };

function columnsIn(language: string): Record<MissingDetail, Column> {
  const words = wordsIn(language);
  const writing = writingIn(language);
  return {
    category: { head: words.category, cell: ({ categoryName }) => categoryName },
    due: {
      head: words.dueHead,
      cell: ({ assignment: { dueDate } }) => (dueDate ? writing.day(dueDate, "long") : ""),
    },
    overdue: { head: words.overdueHead, cell: ({ daysOverdue }) => writing.counted(daysOverdue, "day overdue") },
    points: {
      head: words.pointsHead,
      cell: ({ assignment: { pointsPossible } }) => (pointsPossible > 0 ? writing.number(pointsPossible) : ""),
    },
  };
}
