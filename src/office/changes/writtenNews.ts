import type { writtenAbout } from "@/store/roundRepository";

export type Written = Awaited<ReturnType<typeof writtenAbout>>;

/** What was written to whom, as the engine knows it: it decides who was heard from. */
export class WrittenNews {
  /** As JSON. */
  private known = "";

  /** The engine was begun with this. */
  begin(written: Written): void {
    this.known = JSON.stringify(written);
  }

  /** Takes in what was written by now; none where that is no news, else the notes of which something else was written. */
  take(written: Written): string[] | undefined {
    const words = JSON.stringify(written);
    if (words === this.known) return undefined;
    const differ = notesThatDiffer(this.known, written);
    this.known = words;
    return differ;
  }
}

/** The notes of which something else was written than before. `before` is JSON. */
function notesThatDiffer(before: string, now: Written): string[] {
  const known = new Map((JSON.parse(before || "[]") as Written).map((one) => [`${one.roundId}/${one.studentId}`, one]));
  const differ = new Set<string>();
  for (const one of now) {
    const key = `${one.roundId}/${one.studentId}`;
    if (JSON.stringify(known.get(key)) !== JSON.stringify(one)) differ.add(one.noteId);
    known.delete(key);
  }
  for (const { noteId } of known.values()) differ.add(noteId);
  return [...differ];
}
