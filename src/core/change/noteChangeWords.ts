import type { Note } from "../model/note";
import { sameData } from "./change";

const LETTER_FIELDS: readonly (keyof Note)[] = ["subject", "body", "variants", "language"];
const FIELD_WORDS: Partial<Record<keyof Note, string>> = {
  name: "its name",
  kind: "its kind",
  enclosures: "what is enclosed",
  sender: "who it is from",
};

/**
 * What a change of a note is called. Steps of writing that follow each other are one line of the list, so `joins` names
 * them; who gets it is a line for each step.
 */
export function noteChangeWords(before: Note, after: Note): { readonly words: string; readonly joins?: string } {
  const changed = (Object.keys({ ...before, ...after }) as (keyof Note)[]).filter(
    (field) => field !== "changedAt" && !sameData(before[field], after[field]),
  );
  const [only] = changed;
  const name = after.name || "Note without a name";
  if (changed.length > 0 && changed.every((field) => LETTER_FIELDS.includes(field)))
    return { words: `The letter of “${name}” was changed.`, joins: `letter of ${after.id}` };
  if (changed.length === 1 && only === "name")
    return { words: `A note was named “${name}”.`, joins: `name of ${after.id}` };
  const what = changed.length === 1 && only ? (FIELD_WORDS[only] ?? "who gets it") : "who gets it";
  return { words: `“${name}”: ${what} was changed.` };
}
