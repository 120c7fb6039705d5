/** Words that a writer leaves for later and then forgets. Kept narrow: "insert" alone can be meant, "insert name" can't. */
const DRAFTING = [
  /\[[^\]]*\]/,
  /<<[^>]*>>/,
  /\bX{2,}\b/,
  /\b(?:TODO|TBD|FIXME)\b/,
  /\blorem ipsum\b/i,
  /\b(?:insert|enter|add|put|type) (?:your |the |student(?:'s|’s)? |child(?:'s|’s)? )?(?:name|grade|date|text|subject)s?(?: here)?\b/i,
  /\byour name(?: here)?\b/i,
  /_{3,}/,
];

/** The left-over drafting words of a text, as they stand in it, in reading order and each once. */
export function draftingWords(text: string): string[] {
  const found = DRAFTING.flatMap((pattern) =>
    [...text.matchAll(new RegExp(pattern, `${pattern.flags}g`))].map((match) => ({ at: match.index, word: match[0] })),
  );
  return [...new Set(found.sort((a, b) => a.at - b.at).map(({ word }) => word))];
}
