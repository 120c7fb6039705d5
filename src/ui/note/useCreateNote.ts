"use client";
import { useRouter } from "next/navigation";
import { type PointedOut, type Starter, startNote } from "@/core/letter/starterNotes";
import { currentTerm, WHOLE_YEAR } from "@/core/model/term";
import { saveNote } from "@/store/noteRepository";
import { useVine } from "@/ui/shared/VineContext";

/** Makes a note from a starter, for the current term or for those pointed out, and opens it. */
export function useCreateNote(): (starter: Starter, pointedOut?: PointedOut) => Promise<void> {
  const { database, world, today } = useVine();
  const router = useRouter();
  return async (starter, pointedOut) => {
    const period = currentTerm([...world.terms.values()], today)?.id ?? WHOLE_YEAR;
    const note = startNote(starter, { id: crypto.randomUUID(), now: Date.now(), period, pointedOut });
    await saveNote(database, note);
    router.push(`/notes/${note.id}`);
  };
}
