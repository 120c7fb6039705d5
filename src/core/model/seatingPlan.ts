import * as z from "zod";

/** The widest and the deepest room, in desks. */
export const MOST_ROWS = 15;
export const MOST_COLUMNS = 15;
/** The most wishes of one plan. */
export const MOST_WISHES = 200;

/** A desk of a room by its row, from the front, and its column, from the left as the students look to the front. */
const deskSchema = z.object({
  id: z.string().min(1),
  row: z
    .number()
    .int()
    .min(0)
    .max(MOST_ROWS - 1),
  column: z
    .number()
    .int()
    .min(0)
    .max(MOST_COLUMNS - 1),
  /** Desks with one number stand together as a group. */
  group: z.number().int().min(1).max(99).optional(),
  /** Turned so that who sits there looks to the side. */
  turned: z.boolean().optional(),
});
export type Desk = z.infer<typeof deskSchema>;

const studentId = z.string().min(1);
/** What is wished of where students sit. */
export const seatingWishSchema = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("in front"), studentId }),
  z.object({ kind: z.literal("not beside the door"), studentId }),
  z.object({ kind: z.literal("apart"), studentId, otherId: studentId }),
  z.object({ kind: z.literal("together"), studentId, otherId: studentId }),
]);
export type SeatingWish = z.infer<typeof seatingWishSchema>;

/** Where the students of a class sit: a room of desks, who has which, and what is wished. */
export const seatingPlanSchema = z.object({
  id: z.string().min(1),
  classId: z.string(),
  name: z.string().min(1).max(100),
  rows: z.number().int().min(1).max(MOST_ROWS),
  columns: z.number().int().min(1).max(MOST_COLUMNS),
  /** The places of the room where no desk is are gaps. */
  desks: z.array(deskSchema).max(MOST_ROWS * MOST_COLUMNS),
  /** The corner in which the door is. */
  door: z.enum(["front left", "front right", "back left", "back right"]),
  /** Who sits where: student ids by desk id. */
  seats: z.record(z.string(), z.string()),
  /** Desks that a proposal leaves as they are. */
  held: z.array(z.string()),
  wishes: z.array(seatingWishSchema).max(MOST_WISHES),
});
export type SeatingPlan = z.infer<typeof seatingPlanSchema>;
