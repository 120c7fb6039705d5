import type { Settings } from "../model/settings";
import type { Letter, Round } from "./round";

type LetterDraft = Omit<Letter, "id" | "roundId" | "noteId" | "state" | "stateAt" | "seq" | "reply">;
type RoundDraft = Pick<Round, "noteId" | "noteName" | "sentence" | "summary" | "acceptedCautions">;

/** A round with its letters, prepared to leave after the time to take it back. `now` in ms since the epoch; nothing is kept or sent yet. */
export function preparedRound(
  draft: RoundDraft,
  drafts: readonly LetterDraft[],
  { teacherName, teacherAddress, takeBackSeconds }: Settings,
  { now, newId }: { now: number; newId: () => string },
): { round: Round; letters: Letter[] } {
  const id = newId();
  const letters = drafts.map(
    (letter): Letter => ({
      ...letter,
      id: newId(),
      roundId: id,
      noteId: draft.noteId,
      state: "prepared",
      stateAt: now,
      seq: 0,
      reply: "",
    }),
  );
  const round: Round = {
    ...draft,
    id,
    from: { name: teacherName, address: teacherAddress },
    createdAt: now,
    leavesAt: now + takeBackSeconds * 1000,
    letterCount: letters.length,
  };
  return { round, letters };
}
