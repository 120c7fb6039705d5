import * as z from "zod";
import { criteriaSchema, totalRuleSchema } from "./criterion";

/** Criteria kept by name, to be used by any assignment. An assignment that uses it has its own copy of the criteria. */
export const rubricSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1).max(100),
  criteria: criteriaSchema.min(1),
  totalRule: totalRuleSchema,
  /** The statement by range of the total that goes with it. */
  statementId: z.string().optional(),
});
export type Rubric = z.infer<typeof rubricSchema>;
