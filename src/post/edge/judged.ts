/**
 * How the listener tells the pages behind it what it found of a request. The word is the process's own, drawn at each start,
 * so that nobody outside can say it.
 */
export const JUDGED_HEADER = "x-vine-note-judged";
export const JUDGED_WORD = "VINE_NOTE_JUDGED_WORD";

export type Judged = "own" | "family";

/** Who a request is from, by the listener's word; none where it did not pass the listener. */
export function judgedAs(headers: Headers, word: string | undefined): Judged | undefined {
  const [said, who] = (headers.get(JUDGED_HEADER) ?? "").split(" ");
  if (!word || said !== word) return undefined;
  return who === "own" || who === "family" ? who : undefined;
}
