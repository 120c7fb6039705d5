import * as z from "zod";
import { mostOf } from "@/core/figures/rubricTotal";
import { type Criterion, criterionSchema, levelSchema, MOST_CRITERIA, totalRuleSchema } from "@/core/model/criterion";
import { MAX_POINTS } from "@/core/model/points";
import { type Rubric, rubricSchema } from "@/core/model/rubric";

const TOO_FINE = `Points go from 0 to ${MAX_POINTS.toLocaleString("en")}, with at most four decimals.`;

const pointsOf = (shape: z.ZodType<number | undefined>) =>
  z
    .number("Type a number.")
    .optional()
    .refine((points) => shape.safeParse(points).success, { message: TOO_FINE });

const filledLevelSchema = z.object({
  id: z.string(),
  label: z.string().trim().min(1, "A level needs its words."),
  points: pointsOf(levelSchema.shape.points),
  sentence: z.string(),
});

const filledCriterionSchema = z.object({
  id: z.string(),
  name: z.string().trim().min(1, "A criterion needs a name."),
  levels: z.array(filledLevelSchema),
  most: z.number("Type a number.").optional(),
  weight: z
    .number("Type how many times it counts.")
    .optional()
    .refine((weight) => criterionSchema.shape.weight.safeParse(weight).success, {
      message: "It counts between 0.0001 and 1,000 times.",
    }),
});
export type FilledCriterion = z.infer<typeof filledCriterionSchema>;

const filledRubricSchema = z.object({
  name: z.string().trim().min(1, "The rubric needs a name."),
  totalRule: totalRuleSchema,
  statementId: z.string(),
  criteria: z.array(filledCriterionSchema).min(1).max(MOST_CRITERIA),
});
export type FilledRubric = z.infer<typeof filledRubricSchema>;
export type CheckedRubric = Omit<Rubric, "id">;

/** Checks a rubric as it was filled in. */
export const rubricFormSchema: z.ZodType<CheckedRubric, FilledRubric> = filledRubricSchema.transform(
  ({ statementId, criteria: filled, ...rest }, { addIssue }) => {
    const criteria = filled.map(criterionFrom);
    const issue = (path: (string | number)[], message: string) => addIssue({ code: "custom", path, message });
    const names = criteria.map(({ name }) => name.toLowerCase());
    names.forEach((name, place) => {
      if (names.indexOf(name) < place) issue(["criteria", place, "name"], "Another criterion has the same name.");
    });
    if (rest.totalRule !== "none" && criteria.every((one) => mostOf(one) === undefined))
      issue(["totalRule"], "The levels have no points to make a score of.");
    const rubric = { ...rest, criteria, statementId: statementId || undefined };
    const place = criteria.findIndex((one) => !criterionSchema.safeParse(one).success);
    if (place >= 0) issue(["criteria", place, "name"], "It needs two to ten levels, or free points.");
    return rubricSchema.omit({ id: true }).safeParse(rubric).success ? rubric : z.NEVER;
  },
);

/** A rubric as its form begins. */
export function filledRubric({ name, totalRule, statementId = "", criteria }: Rubric): FilledRubric {
  return { name, totalRule, statementId, criteria: criteria.map(filledCriterion) };
}

/** A criterion as its fields begin. */
export function filledCriterion({ weight = 1, levels, ...criterion }: Criterion): FilledCriterion {
  return { ...criterion, weight, levels: levels.map(({ sentence = "", ...level }) => ({ ...level, sentence })) };
}

/** What fields of a criterion say. */
export function criterionFrom({ id, name, levels, most, weight }: FilledCriterion): Criterion {
  return {
    ...{ id, name, levels: levels.map(({ sentence, ...level }) => ({ ...level, ...(sentence && { sentence }) })) },
    ...(most !== undefined && { most }),
    ...(weight !== undefined && weight !== 1 && { weight }),
  };
}
