"use client";
import { useRouter } from "next/navigation";
import { adding } from "@/core/change/change";
import { latestAssignment } from "@/core/figures/latestAssignment";
import type { NoteWords } from "@/core/model/template";
import { currentPeriod, hasNamedTerm } from "@/core/model/term";
import { severalAtOnce } from "@/core/selection/severalAtOnce";
import { hasWork } from "@/core/starters/fittingStarter";
import { type Starter, starterWords } from "@/core/starters/starterWords";
import { noteFrom, type PointedOut } from "@/core/starters/startNote";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

/**
 * Makes a note from a starter or from words that were kept, for the current term or for those pointed out (by a
 * selection kept by name), and opens it.
 */
export function useCreateNote(): (
  words: Starter | NoteWords,
  pointedOut?: PointedOut,
  keptSelectionId?: string,
) => Promise<void> {
  const { office, today } = useVine();
  const change = useChange();
  const router = useRouter();
  return async (words, pointedOut, keptSelectionId) => {
    // What was brought in just now may not have been drawn yet.
    const { world } = office;
    const period = currentPeriod(world, today);
    const assignment = latestAssignment(world, today);
    const known = {
      hasTerms: hasNamedTerm(world.terms.values()),
      hasWork: hasWork(world, pointedOut?.classIds ?? "all"),
    };
    const note = noteFrom(typeof words === "string" ? starterWords(words, assignment, known) : words, {
      id: office.around.newId(),
      now: office.around.now(),
      period,
      pointedOut,
    });
    const perFamily = severalAtOnce(world, note.selection.classIds);
    const begun = { ...note, perFamily, ...(keptSelectionId !== undefined && { keptSelectionId }) };
    if (await change(adding("notes", [begun]), `The note “${note.name}” was begun.`, { quietly: true }))
      router.push(`/notes/${note.id}`);
  };
}
