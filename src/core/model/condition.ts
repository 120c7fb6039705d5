import * as z from "zod";
import { checklistMarkSchema } from "./checklist";
import { daySchema } from "./day";
import { noteKindSchema } from "./noteKind";

/** How a figure is compared with a threshold. The threshold is taken as typed. */
export const comparisonSchema = z.enum(["below", "at most", "at least", "above"]);
export type Comparison = z.infer<typeof comparisonSchema>;

/** A figure of percent or points may also lie between two thresholds; both belong to it, whichever was typed first. */
export const rangeComparisonSchema = z.enum([...comparisonSchema.options, "between"]);
export type RangeComparison = z.infer<typeof rangeComparisonSchema>;

/** What a figure is held against. */
export interface Bounds {
  readonly comparison: RangeComparison;
  readonly threshold: number;
  /** The other threshold of "between". */
  readonly upTo?: number | undefined;
}

/** How a value of an extra column is compared; several values of "is one of" stand with commas between, numbers with semicolons. */
export const ownComparisonSchema = z.enum([
  "is",
  "is one of",
  "is not",
  "contains",
  "at most",
  "at least",
  "before",
  "empty",
]);
export type OwnComparison = z.infer<typeof ownComparisonSchema>;

const percentSchema = z.number().min(0).max(1000);
const countSchema = z.number().int().min(1).max(1000);

/** How far a student is marked by the rubric of an assignment. */
export const markingStateSchema = z.enum(["not begun", "half done", "marked"]);
export type MarkingState = z.infer<typeof markingStateSchema>;

/** How one assignment may stand for a student. "not handed in" is missing, incomplete, or blank past its due date. */
export const assignmentStatusSchema = z.enum(["not handed in", "handed in", "late", "excused", "unmarked"]);
export type AssignmentStatus = z.infer<typeof assignmentStatusSchema>;

/**
 * The moment that figures are compared with: some days ago, the end of a day, the last note about the student, or a
 * moment with a name, such as a round or an import (ms since the epoch).
 */
export const sinceSchema = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("days"), days: countSchema }),
  z.object({ kind: z.literal("day"), day: daySchema }),
  z.object({ kind: z.literal("last note") }),
  z.object({ kind: z.literal("moment"), at: z.number(), name: z.string() }),
]);
export type Since = z.infer<typeof sinceSchema>;

/** One condition of a selection, as plain data. Averages are compared by their shown value. */
export const conditionSchema = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("overall"),
    comparison: rangeComparisonSchema,
    percent: percentSchema,
    upTo: percentSchema.optional(),
  }),
  z.object({
    kind: z.literal("category"),
    category: z.string(),
    comparison: rangeComparisonSchema,
    percent: percentSchema,
    upTo: percentSchema.optional(),
  }),
  /** An assignment goes by its title, so that one condition serves the classes that share it. */
  z.object({
    kind: z.literal("assignment"),
    assignment: z.string(),
    comparison: rangeComparisonSchema,
    value: z.number().min(0).max(100_000),
    upTo: z.number().min(0).max(100_000).optional(),
    unit: z.enum(["percent", "points"]),
  }),
  z.object({ kind: z.literal("assignment status"), assignment: z.string(), status: assignmentStatusSchema }),
  /** A criterion by its name, compared by the order of its levels, or by its free points. */
  z.object({
    kind: z.literal("criterion"),
    assignment: z.string(),
    criterion: z.string(),
    comparison: comparisonSchema,
    value: z.string(),
  }),
  z.object({ kind: z.literal("marked"), assignment: z.string(), state: markingStateSchema }),
  /** Any assignment of a category (none is of all) that was marked within some days; it names those that fit. */
  z.object({
    kind: z.literal("any assignment"),
    category: z.string(),
    comparison: rangeComparisonSchema,
    percent: percentSchema,
    upTo: percentSchema.optional(),
    withinDays: countSchema,
  }),
  /** Whose birthday is today. */
  z.object({ kind: z.literal("birthday") }),
  z.object({ kind: z.literal("missing"), atLeast: countSchema }),
  z.object({ kind: z.literal("count"), of: z.enum(["unmarked", "late", "excused"]), atLeast: countSchema }),
  z.object({ kind: z.literal("nothing missing") }),
  z.object({ kind: z.literal("grade label"), labels: z.array(z.string()) }),
  z.object({
    kind: z.literal("rank"),
    end: z.enum(["top", "bottom"]),
    count: countSchema,
    unit: z.enum(["students", "percent"]),
  }),
  z.object({ kind: z.literal("tag"), tag: z.string() }),
  z.object({ kind: z.literal("language"), language: z.string() }),
  z.object({ kind: z.literal("reach"), reachable: z.boolean() }),
  /** How far the shown overall average rose or fell, in percentage points. */
  z.object({
    kind: z.literal("change"),
    direction: z.enum(["rose", "fell"]),
    atLeast: z.number().gt(0).max(1000),
    since: sinceSchema,
  }),
  /** Whether somebody was written to about the student within some days. */
  z.object({ kind: z.literal("written"), within: z.boolean(), days: countSchema }),
  z.object({ kind: z.literal("last note"), note: noteKindSchema }),
  /** A checklist goes by its name. */
  z.object({ kind: z.literal("checklist"), checklist: z.string(), mark: checklistMarkSchema }),
  /** An extra column goes by its name; the value is as it was typed, and empty where only being empty is asked. */
  z.object({ kind: z.literal("own column"), column: z.string(), comparison: ownComparisonSchema, value: z.string() }),
  /** Students pointed out one by one. */
  z.object({ kind: z.literal("chosen"), studentIds: z.array(z.string()) }),
]);
export type Condition = z.infer<typeof conditionSchema>;

/** Whether all, any or none of some conditions must hold. */
export const matchSchema = z.enum(["all", "any", "none"]);
export type MatchRule = z.infer<typeof matchSchema>;

/** Conditions that stand in brackets; groups are nested one level deep. */
export const groupSchema = z.object({
  kind: z.literal("group"),
  match: matchSchema,
  conditions: z.array(conditionSchema),
});
export type ConditionGroup = z.infer<typeof groupSchema>;

/** A condition, or some of them in brackets. */
export const selectionPartSchema = z.union([conditionSchema, groupSchema]);
export type SelectionPart = z.infer<typeof selectionPartSchema>;

/** Whether a value lies where the bounds say. */
export function liesWithin(value: number, bounds: Bounds): boolean {
  if (bounds.comparison !== "between") return compares(value, bounds.comparison, bounds.threshold);
  const [from, to] = endsOf(bounds);
  return value >= from && value <= to;
}

/** The lower and the upper end of "between". */
export function endsOf({ threshold, upTo = threshold }: Bounds): readonly [number, number] {
  return threshold <= upTo ? [threshold, upTo] : [upTo, threshold];
}

/** How far a value is from the nearest threshold. */
export function awayFrom(value: number, { threshold, upTo = threshold }: Bounds): number {
  return Math.min(Math.abs(value - threshold), Math.abs(value - upTo));
}

/** "below 70 %", "between 60 % and 70 %": bounds in words, the thresholds as `amount` writes them. */
export function boundsWords(bounds: Bounds, amount: (threshold: number) => string): string {
  if (bounds.comparison !== "between") return `${bounds.comparison} ${amount(bounds.threshold)}`;
  return `between ${endsOf(bounds).map(amount).join(" and ")}`;
}

/** Whether a value stands as a comparison says. */
export function compares(value: number, comparison: Comparison, threshold: number): boolean {
  switch (comparison) {
    case "below":
      return value < threshold;
    case "at most":
      return value <= threshold;
    case "at least":
      return value >= threshold;
    case "above":
      return value > threshold;
  }
}
