import type { ServerPart } from "@/core/backup/serverPart";
import { familiesPart, takeInFamilies } from "./families/serverPart";
import { knownLetters, takeInKnown } from "./letters/knownLetters";
import type { ServerRuntime } from "./serverRuntime";

/** One page of what the server holds for the teacher, for a backup: the first has everything but letters, all have some of these. */
export async function serverPartPage({ room }: ServerRuntime, after: number | undefined) {
  const { letters, next } = await knownLetters(room, after ?? 0);
  const families = after === undefined ? await familiesPart(room) : {};
  return { ...families, letters, ...(next !== undefined && { next }) };
}

/** Adds what another server held; a large one comes in parts, in any order. What is here already is not added again. */
export async function takeInServerPart({ room, families, postRoom }: ServerRuntime, part: ServerPart): Promise<void> {
  const { letters, ...rest } = part;
  await takeInFamilies(families, rest);
  await takeInKnown(room, letters, families.options.post);
  postRoom.lookAgain();
}
