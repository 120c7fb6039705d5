import type { VineDatabase } from "./vineDatabase";

/** Stands among what was begun and not kept yet. */
export const FEEDBACK_WAITING = "feedback waiting: ";

/** Feedback that was to go and did not, by assignment: of how many students. */
export async function unsentFeedback(
  database: VineDatabase,
): Promise<{ readonly assignmentId: string; readonly students: number }[]> {
  const drafts = await database.drafts.where("id").startsWith(FEEDBACK_WAITING).toArray();
  return drafts.flatMap(({ id, value }) =>
    Array.isArray(value) && value.length > 0
      ? [{ assignmentId: id.slice(FEEDBACK_WAITING.length), students: value.length }]
      : [],
  );
}
