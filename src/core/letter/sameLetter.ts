import { sameData } from "../change/change";
import type { Note } from "../model/note";

/** Whether two letters say the very same; what an editor writes down beside the words, such as no alignment, tells nothing. */
export function sameLetter(one: Pick<Note, "subject" | "body">, other: Pick<Note, "subject" | "body">): boolean {
  return sameData(bare([one.subject, one.body]), bare([other.subject, other.body]));
}

/** Without what is null or empty. */
function bare(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(bare);
  if (!node || typeof node !== "object") return node;
  const kept = Object.entries(node).flatMap(([key, value]): [string, unknown][] => {
    const inner = bare(value);
    const isNothing =
      inner === null || inner === undefined || (typeof inner === "object" && Object.keys(inner).length === 0);
    return isNothing ? [] : [[key, inner]];
  });
  return Object.fromEntries(kept);
}
