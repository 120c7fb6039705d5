import { shortHash } from "../model/shortHash";
import type { LetterDraft } from "./preparedRound";

/** A letter with its name among those of its round, and what tells its content from others. */
export interface KeyedDraft {
  readonly draft: LetterDraft;
  readonly key: string;
  readonly made: string;
}

/** Of a letter that the engine does not tell apart: by all that stands in it. */
export function keyedDraft(key: string, draft: LetterDraft): KeyedDraft {
  const { recipient, together, subject, html, text, enclosures } = draft;
  return { draft, key, made: shortHash(JSON.stringify([recipient, together, subject, html, text, enclosures])) };
}
