"use client";
import { useRouter } from "next/navigation";
import { noteFrom, type PointedOut } from "@/core/letter/starterNotes";
import { type Starter, starterWords } from "@/core/letter/starterWords";
import type { NoteWords } from "@/core/model/template";
import { currentTerm, WHOLE_YEAR } from "@/core/model/term";
import { saveNote } from "@/store/noteRepository";
import { useVine } from "@/ui/shared/VineContext";
import { useLatestPiece } from "./useReadyMade";

/**
 * Makes a note from a starter or from words that were kept, for the current term or for those pointed out (by a
 * selection kept by name), and opens it.
 */
export function useCreateNote(): (
  words: Starter | NoteWords,
  pointedOut?: PointedOut,
  keptSelectionId?: string,
) => Promise<void> {
  const { database, world, today } = useVine();
  const piece = useLatestPiece();
  const router = useRouter();
  return async (words, pointedOut, keptSelectionId) => {
    const period = currentTerm([...world.terms.values()], today)?.id ?? WHOLE_YEAR;
    const note = noteFrom(typeof words === "string" ? starterWords(words, piece) : words, {
      id: crypto.randomUUID(),
      now: Date.now(),
      period,
      pointedOut,
    });
    await saveNote(database, { ...note, keptSelectionId });
    router.push(`/notes/${note.id}`);
  };
}
