import * as z from "zod";
import { pointsSchema } from "./points";

const MAX_LABEL = 100;
const MAX_SENTENCE = 1_000;

/** One level that a criterion can reach. */
export const levelSchema = z.object({
  /** What marks hang on, so that a level can be named otherwise. */
  id: z.string().min(1).max(MAX_LABEL),
  label: z.string().min(1).max(MAX_LABEL),
  points: pointsSchema.optional(),
  /** What the student reads where it is reached. */
  sentence: z.string().max(MAX_SENTENCE).optional(),
});
export type Level = z.infer<typeof levelSchema>;

/** Weights are typed with up to four decimals. */
const weightSchema = z.number().gt(0).max(1_000).multipleOf(0.0001);

/** One thing that an assignment is looked at for: with levels, the lowest first, or with free points up to `most`. */
export const criterionSchema = z
  .object({
    /** What marks hang on, so that a criterion can be named otherwise. */
    id: z.string().min(1).max(MAX_LABEL),
    name: z.string().min(1).max(MAX_LABEL),
    levels: z.array(levelSchema).max(10),
    most: pointsSchema.optional(),
    /** How often its points count; once where nothing is said. */
    weight: weightSchema.optional(),
  })
  .refine(({ levels, most }) => (most === undefined ? levels.length >= 2 : levels.length === 0), {
    message: "A criterion has two levels or more, or free points.",
  });
export type Criterion = z.infer<typeof criterionSchema>;

/** The most criteria that one rubric can have. */
export const MOST_CRITERIA = 12;
export const criteriaSchema = z.array(criterionSchema).max(MOST_CRITERIA);

/** What was reached: the id of a level, or free points; by the id of each criterion that was judged. */
export const reachedSchema = z.record(z.string(), z.union([z.string(), pointsSchema]));
export type Reached = z.infer<typeof reachedSchema>;

/**
 * How the points of a rubric become the score of an assignment: added up, scaled to what the assignment is worth, or not
 * at all.
 */
export const totalRuleSchema = z.enum(["sum", "scaled", "none"]);
export type TotalRule = z.infer<typeof totalRuleSchema>;

/** The level of a criterion that was reached; none where it was not judged, or has free points. */
export function levelOf({ id, levels }: Criterion, reached: Reached | undefined): Level | undefined {
  const mark = reached?.[id];
  return typeof mark === "string" ? levels.find((level) => level.id === mark) : undefined;
}

/** The points of a criterion that were reached, without its weight; none where it was not judged, or its levels have none. */
export function pointsOf(criterion: Criterion, reached: Reached | undefined): number | undefined {
  const mark = reached?.[criterion.id];
  if (criterion.most !== undefined) return typeof mark === "number" ? mark : undefined;
  return levelOf(criterion, reached)?.points;
}

/** Whether a criterion was judged, in a way that it still has. */
export function isJudged(criterion: Criterion, reached: Reached | undefined): boolean {
  return criterion.most === undefined
    ? levelOf(criterion, reached) !== undefined
    : pointsOf(criterion, reached) !== undefined;
}
