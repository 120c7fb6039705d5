import * as z from "zod";
import { audienceSchema } from "./audience";
import { idSchema } from "./id";

/** In which order students are marked. */
export const markingOrderSchema = z.enum(["names", "seats", "lot", "by hand"]);

/** How an assignment of a class is marked. */
export const markingSchema = z.object({
  /** The id of the assignment. */
  id: z.string().min(1),
  classId: z.string(),
  order: markingOrderSchema,
  /** The order that was drawn, or arranged by hand; who is not in it comes last. */
  studentIds: z.array(z.string()),
  /** The seating plan whose seats are the order. */
  seatingPlanId: z.string().optional(),
  /** The clock beside the student, counting up, or down from so many seconds; none is off. */
  clock: z.object({ from: z.number().int().min(0).max(36_000) }).optional(),
  /** The page on which others say how they see it. */
  viewPage: z.object({ id: idSchema, classCode: z.string(), isOpen: z.boolean() }).optional(),
  /** Who gets the feedback. */
  audience: audienceSchema,
});
export type Marking = z.infer<typeof markingSchema>;
