import * as z from "zod";
import { serverPartSchema } from "@/core/backup/serverPart";
import { serverPartPages } from "@/core/backup/serverPartPages";
import { ask } from "../open/ask";
import type { Dependencies } from "../open/dependencies";

const PATH = "/api/backup/server";
const pageSchema = z.object({ letters: z.array(z.unknown()), next: z.number().optional() });

/** What the server holds for the teacher, as JSON, asked for page by page. Errors: nobody answers. */
export async function fetchServerPart(around: Dependencies): Promise<string> {
  const { next, ...first } = z.looseObject(pageSchema.shape).parse(await ask(around, PATH));
  const letters = [...first.letters];
  for (let after = next; after !== undefined; ) {
    const page = pageSchema.parse(await ask(around, `${PATH}?after=${after}`));
    letters.push(...page.letters);
    after = page.next;
  }
  return JSON.stringify({ ...first, letters });
}

/** Adds what another server held to this one, page by page. Adding it again changes nothing. Errors: nobody answers. */
export async function restoreServerPart(around: Dependencies, json: string): Promise<void> {
  for (const page of serverPartPages(serverPartSchema.parse(JSON.parse(json))))
    await ask(around, PATH, { method: "PUT", body: JSON.stringify(page) });
}
