"use client";
import { currentPeriod } from "@/core/model/term";
import { extraColumnsNote } from "@/core/starters/extraColumnsNote";
import { fittingStarter } from "@/core/starters/fittingStarter";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { useVine } from "@/ui/shared/VineContext";
import type { BroughtInAbout } from "@/workers/bringIn/bringInApi";

/** Begins a note to the students of the rows that were brought in: about the columns that were kept, else the ready-made one that fits. */
export function useWriteToThese(): (about: BroughtInAbout) => Promise<void> {
  const { office, today } = useVine();
  const createNote = useCreateNote();
  return async ({ studentIds, ownColumns }) => {
    // What was brought in just now may not have been drawn yet.
    const { world } = office;
    const students = studentIds.flatMap((id) => world.students.get(id) ?? []);
    const about = new Set(studentIds);
    const classIds = [...world.classes.values()].flatMap((one) =>
      one.studentIds.some((id) => about.has(id)) ? [one.id] : [],
    );
    const isAll = classIds.every((id) => world.classes.get(id)?.studentIds.every((studentId) => about.has(studentId)));
    const words =
      ownColumns.length > 0
        ? extraColumnsNote(ownColumns, students, [...world.settings.values()][0])
        : fittingStarter(world, classIds);
    await createNote(words, {
      classIds: classIds.length === world.classes.size ? "all" : classIds,
      period: currentPeriod(world, today),
      // Whole classes need no list of names.
      conditions: isAll ? [] : [{ kind: "chosen", studentIds: [...studentIds] }],
    });
  };
}
