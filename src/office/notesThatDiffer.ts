import type { writtenAbout } from "@/store/roundRepository";

export type Written = Awaited<ReturnType<typeof writtenAbout>>;

/** The notes of which something else was written than before. `before` is JSON. */
export function notesThatDiffer(before: string, now: Written): string[] {
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
