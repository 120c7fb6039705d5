import type { writtenAbout } from "@/store/roundRepository";
import type { RoundOfNote } from "../open/touch";

export type Written = Awaited<ReturnType<typeof writtenAbout>>;

/** What was written to whom, as the engine knows it: it decides who was heard from. */
export class WrittenNews {
  /** As JSON. */
  private known = "";

  /** The engine was begun with this. */
  begin(written: Written): void {
    this.known = JSON.stringify(written);
  }

  /** Takes in what was written by now; none where that is no news, else the rounds of which something else was written. */
  take(written: Written): RoundOfNote[] | undefined {
    const words = JSON.stringify(written);
    if (words === this.known) return undefined;
    const differ = roundsThatDiffer(this.known, written);
    this.known = words;
    return differ;
  }
}

/** The rounds of which something else was written than before. `before` is JSON. */
function roundsThatDiffer(before: string, now: Written): RoundOfNote[] {
  const known = new Map((JSON.parse(before || "[]") as Written).map((one) => [`${one.roundId}/${one.studentId}`, one]));
  const differ = new Map<string, RoundOfNote>();
  const note = ({ roundId, noteId }: RoundOfNote) => differ.set(roundId, { roundId, noteId });
  for (const one of now) {
    const key = `${one.roundId}/${one.studentId}`;
    if (JSON.stringify(known.get(key)) !== JSON.stringify(one)) note(one);
    known.delete(key);
  }
  for (const one of known.values()) note(one);
  return [...differ.values()];
}
