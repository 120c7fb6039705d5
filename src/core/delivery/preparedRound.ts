import type { Settings } from "../model/settings";
import type { Round, WholeLetter } from "./round";

export type LetterDraft = Omit<WholeLetter, "id" | "roundId" | "noteId" | "state" | "stateAt" | "seq" | "serverAnswer">;
type RoundDraft = Pick<
  Round,
  "noteId" | "noteName" | "noteKind" | "sentence" | "summary" | "acceptedCautions" | "brothersAndSisters" | "answers"
>;

/** Who letters are from, and where replies go where that is somewhere else. What a note says of its own comes first. */
export function senderOf(
  { teacherName, teacherAddress, senderName, replyTo }: Settings,
  own: { readonly name: string; readonly replyTo: string } = { name: "", replyTo: "" },
): Pick<Round, "from" | "replyTo"> {
  const answersTo = own.replyTo || replyTo;
  return {
    from: { name: own.name || senderName || teacherName, address: teacherAddress },
    ...(answersTo && { replyTo: answersTo }),
  };
}

/** A letter of a round as it begins. `now` in ms since the epoch. */
export function preparedLetter(
  draft: LetterDraft,
  { roundId, noteId }: Pick<WholeLetter, "roundId" | "noteId">,
  { now, newId }: { readonly now: number; readonly newId: () => string },
): WholeLetter {
  return { ...draft, id: newId(), roundId, noteId, state: "prepared", stateAt: now, seq: 0, serverAnswer: "" };
}

/** A round with its letters, prepared to leave at a time. `leavesAt` and `now` in ms since the epoch; nothing is kept or sent yet. */
export function preparedRound(
  draft: RoundDraft,
  drafts: readonly LetterDraft[],
  {
    from,
    replyTo,
    leavesAt,
    now,
    newId,
  }: Pick<Round, "from" | "replyTo" | "leavesAt"> & { now: number; newId: () => string },
): { round: Round; letters: WholeLetter[] } {
  const id = newId();
  const letters = drafts.map((letter) => preparedLetter(letter, { roundId: id, noteId: draft.noteId }, { now, newId }));
  const round: Round = {
    ...draft,
    id,
    from,
    ...(replyTo && { replyTo }),
    createdAt: now,
    leavesAt,
    letterCount: letters.length,
  };
  return { round, letters };
}
