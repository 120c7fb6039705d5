import * as z from "zod";

/** How a student stands on a checklist; not done is the absence of a mark. */
export const checklistMarkSchema = z.enum(["not done", "done", "not needed"]);
export type ChecklistMark = z.infer<typeof checklistMarkSchema>;

/** Something that each student has done or not, such as a returned form; kept by name, for one class or for all. */
export const checklistSchema = z.object({
  id: z.string().min(1),
  name: z.string().trim().min(1),
  classId: z.union([z.literal("all"), z.string()]),
  /** By student id; who is not here has not done it. */
  marks: z.record(z.string(), checklistMarkSchema.exclude(["not done"])),
});
export type Checklist = z.infer<typeof checklistSchema>;

/** How a student stands on a checklist. */
export function markOf({ marks }: Pick<Checklist, "marks">, studentId: string): ChecklistMark {
  return marks[studentId] ?? "not done";
}

/** A checklist with some students marked again. */
export function withMarks(checklist: Checklist, studentIds: readonly string[], mark: ChecklistMark): Checklist {
  const changed = new Set(studentIds);
  const others = Object.entries(checklist.marks).filter(([id]) => !changed.has(id));
  const marked = mark === "not done" ? [] : studentIds.map((id) => [id, mark] as const);
  return { ...checklist, marks: Object.fromEntries([...others, ...marked]) };
}

/** The checklists that concern a class, by name. */
export function checklistsOf(checklists: Iterable<Checklist>, classId: string): Checklist[] {
  return [...checklists]
    .filter((one) => one.classId === "all" || one.classId === classId)
    .sort((a, b) => a.name.localeCompare(b.name, "en"));
}
