import * as z from "zod";

/** One thing that an assignment is looked at for, with the levels it can reach, the lowest first. */
export const criterionSchema = z.object({
  /** What marks hang on, so that a criterion can be named otherwise. */
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(100),
  levels: z.array(z.string().min(1).max(100)).min(2).max(10),
});
export type Criterion = z.infer<typeof criterionSchema>;

/** The most criteria that one rubric can have. */
export const MOST_CRITERIA = 12;

export type ReadRubric = { ok: true; rubric: Criterion[] } | { ok: false; line: string; problem: string };

/**
 * A rubric as it is typed: a criterion a line, its levels after a colon and parted by commas. Empty lines are nothing;
 * a line that is no criterion is given back with what is wrong with it. `before` is the rubric that was changed: a
 * criterion of the same name stays the same one, and so does one that was only named otherwise, in its place. Others
 * get ids from `newId`.
 */
export function readRubric(text: string, before: readonly Criterion[], newId: () => string): ReadRubric {
  const rubric: Criterion[] = [];
  for (const line of text.split("\n").map((one) => one.trim())) {
    if (!line) continue;
    const colon = line.indexOf(":");
    const levels = line
      .slice(colon + 1)
      .split(",")
      .map((level) => level.trim())
      .filter(Boolean);
    const read = criterionSchema.safeParse({ id: "new", name: line.slice(0, Math.max(0, colon)).trim(), levels });
    const problem = problemOf(read.success, rubric, read.data, colon);
    if (problem || !read.data) return { ok: false, line, problem };
    rubric.push(read.data);
  }
  return { ok: true, rubric: withIds(rubric, before, newId) };
}

function withIds(rubric: readonly Criterion[], before: readonly Criterion[], newId: () => string): Criterion[] {
  const names = new Set(rubric.map(({ name }) => name));
  return rubric.map((criterion, place) => {
    const same = before.find(({ name }) => name === criterion.name);
    const inPlace = rubric.length === before.length ? before[place] : undefined;
    const renamed = inPlace && !names.has(inPlace.name) ? inPlace : undefined;
    return { ...criterion, id: (same ?? renamed)?.id ?? newId() };
  });
}

function problemOf(isRead: boolean, before: readonly Criterion[], read: Criterion | undefined, colon: number): string {
  if (colon < 0) return "It needs a colon after the criterion.";
  if (!isRead || !read) return "It needs a name, and two to ten levels parted by commas.";
  if (before.length >= MOST_CRITERIA) return `A rubric has ${MOST_CRITERIA} criteria at most.`;
  if (before.some(({ name }) => name === read.name)) return `“${read.name}” is there twice.`;
  return new Set(read.levels).size < read.levels.length ? "A level is there twice." : "";
}

/** A rubric as it is typed, to be changed. */
export function formatRubric(rubric: readonly Criterion[] = []): string {
  return rubric.map(({ name, levels }) => `${name}: ${levels.join(", ")}`).join("\n");
}
