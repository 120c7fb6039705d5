import * as z from "zod";
import { formatRubric, readRubric } from "@/core/marking/readRubric";
import type { Assignment } from "@/core/model/assignment";
import { criteriaSchema, totalRuleSchema } from "@/core/model/criterion";
import { daySchema } from "@/core/model/day";
import { MAX_POINTS, pointsSchema } from "@/core/model/points";

const filledSchema = z.object({
  title: z.string().trim().min(1, "An assignment needs a title."),
  categoryId: z.string(),
  termId: z.string(),
  pointsPossible: z
    .number("Type how many points it has; 0 where it counts in no average.")
    .refine((points) => pointsSchema.safeParse(points).success, {
      message: `Points go from 0 to ${MAX_POINTS.toLocaleString("en")}, with at most four decimals.`,
    }),
  dueDate: z.union([daySchema, z.literal("")], "That is no day of the calendar."),
  extraCredit: z.boolean(),
  /** The kept rubric it came from; empty where none. */
  rubricId: z.string(),
  /** As it was before its text was typed. */
  rubric: criteriaSchema,
  rubricText: z.string(),
  totalRule: totalRuleSchema,
  statementId: z.string(),
  /** Whether other classes with the same work have the title too. */
  everywhere: z.boolean(),
});
export type FilledAssignment = z.infer<typeof filledSchema>;

/** What an assignment says, and whether it does so everywhere. */
export type CheckedAssignment = Pick<
  Assignment,
  | "title"
  | "categoryId"
  | "termId"
  | "pointsPossible"
  | "dueDate"
  | "extraCredit"
  | "rubric"
  | "rubricId"
  | "totalRule"
  | "statementId"
> & { readonly everywhere: boolean };

/** Checks an assignment as it was filled in; new criteria of its rubric get ids from `newId`. */
export function assignmentFormSchema(newId: () => string): z.ZodType<CheckedAssignment, FilledAssignment> {
  return filledSchema.transform(({ rubricText, rubric: before, ...filled }, { addIssue }) => {
    const read = readRubric(rubricText, before, newId);
    if (!read.ok) {
      addIssue({ code: "custom", path: ["rubricText"], message: `“${read.line}”: ${read.problem}` });
      return z.NEVER;
    }
    const hasRubric = read.criteria.length > 0;
    return {
      ...filled,
      dueDate: filled.dueDate || undefined,
      rubric: hasRubric ? read.criteria : undefined,
      rubricId: filled.rubricId || undefined,
      totalRule: filled.totalRule === "none" ? undefined : filled.totalRule,
      statementId: filled.statementId || undefined,
    };
  });
}

/** An assignment as its form begins. */
export function filledFrom(assignment: Assignment): FilledAssignment {
  const { title, categoryId, termId, pointsPossible, extraCredit, rubric = [] } = assignment;
  return {
    ...{ title, categoryId, termId, pointsPossible, extraCredit, rubric },
    dueDate: assignment.dueDate ?? "",
    rubricId: assignment.rubricId ?? "",
    rubricText: formatRubric(rubric),
    totalRule: assignment.totalRule ?? "none",
    statementId: assignment.statementId ?? "",
    everywhere: true,
  };
}
