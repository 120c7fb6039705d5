import * as z from "zod";
import type { Change } from "./change";

/** One applied import, however many files it had, with the change it made, so that it can be taken back whole. */
export const broughtInSchema = z.object({
  id: z.string().min(1),
  fileNames: z.array(z.string()).min(1),
  classIds: z.array(z.string()),
  /** "42 scores in 3 assignments, 12 averages". */
  summary: z.string(),
  appliedAt: z.number(),
  takenBackAt: z.number().optional(),
  change: z.custom<Change>((value) => typeof value === "object" && value !== null),
  /** How shapes of tables were read before it and after it, by recipe: what was learned goes back with it. Their shape is the recipe's. */
  recipes: z.array(z.object({ id: z.string(), before: z.unknown().optional(), after: z.unknown() })).optional(),
});
export type BroughtIn = z.infer<typeof broughtInSchema>;

/** "scores.csv", "scores.csv and labs.csv", "scores.csv and 19 more files". */
export function broughtInName({ fileNames }: Pick<BroughtIn, "fileNames">): string {
  const [first = "", second, ...others] = fileNames;
  if (!second) return first;
  return others.length === 0 ? `${first} and ${second}` : `${first} and ${others.length + 1} more files`;
}
