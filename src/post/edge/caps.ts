/** What comes from outside is cut to these before anything looks at it, in UTF-16 units. */
const MAX_SERVER_ANSWER_CHARACTERS = 1_000;
export const MAX_ADDRESS_CHARACTERS = 200;

/** What a mail server said, as much of it as is read. */
export function shortAnswer(words: string): string {
  return words.slice(0, MAX_SERVER_ANSWER_CHARACTERS);
}
