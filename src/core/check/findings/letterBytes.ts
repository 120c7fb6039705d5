import { MAX_LETTER_CHARACTERS } from "../../delivery/postRequests";
import type { RenderedLetter } from "../../letter/compileLetter";

const HEAVIEST_BYTES = 100_000;

/** How heavy a letter is: whether it can't be sent at all, and its kB; none where it is light. */
export function heaviness({ html, text }: RenderedLetter): { isTooLarge: boolean; size: number } | undefined {
  // A character has four bytes at most.
  if (html.length + text.length <= HEAVIEST_BYTES / 4) return undefined;
  const bytes = new TextEncoder().encode(html + text).length;
  if (bytes <= HEAVIEST_BYTES) return undefined;
  return { isTooLarge: Math.max(html.length, text.length) > MAX_LETTER_CHARACTERS, size: Math.ceil(bytes / 1000) };
}
