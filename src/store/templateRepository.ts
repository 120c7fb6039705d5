import * as z from "zod";
import { type Template, templateSchema } from "@/core/model/template";
import type { VineDatabase } from "./database";

export async function keepTemplates(database: VineDatabase, templates: readonly Template[]): Promise<void> {
  await database.templates.bulkPut(z.array(templateSchema).parse(templates));
}

/** All templates that the teacher kept, by their names. One that can't be read any more is not there. */
export async function templatesByName(database: VineDatabase): Promise<Template[]> {
  const order = new Intl.Collator("en", { sensitivity: "base", numeric: true });
  return (await database.templates.toArray())
    .flatMap((one) => templateSchema.safeParse(one).data ?? [])
    .sort((a, b) => order.compare(a.name, b.name));
}

export async function removeTemplate(database: VineDatabase, id: string): Promise<void> {
  await database.templates.delete(id);
}
