import { designOf } from "../../report/designs";
import type { FindingKind } from "./findingKind";

export const goneDesign: FindingKind = {
  severity: "stop",
  words: () => ({
    title: "A report of this note has a design that is not here any more",
    mend: "Take the report out of the note, or bring its design back from the list of changes.",
  }),
  inNote: ({ index, note }) =>
    (note.reports ?? []).some(({ design }) => !designOf(index.world, design, note.language)) ? [{}] : [],
};
