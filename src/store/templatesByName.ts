import { type Template, templateSchema } from "@/core/model/template";
import type { VineDatabase } from "./vineDatabase";

/** All templates that the teacher kept, by their names. One that can't be read any more is not there. */
export async function templatesByName(database: VineDatabase): Promise<Template[]> {
  const order = new Intl.Collator("en", { sensitivity: "base", numeric: true });
  return (await database.templates.toArray())
    .flatMap((one) => templateSchema.safeParse(one).data ?? [])
    .sort((a, b) => order.compare(a.name, b.name));
}
