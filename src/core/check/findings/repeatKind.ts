import { counted, listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { studentsOf } from "./wording";
import { writtenLately } from "./writtenLately";

export const repeatKind: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `${studentsOf(details)}: another note of ${details.quotes[0]} went to the family in the last ${counted(details.numbers.days ?? 0, "day")}`,
    mend: `${listed(details.quotes.slice(1))}. Once may be enough.`,
  }),
  inNote: (scene) => writtenLately(scene, ({ noteId, kind }) => noteId !== scene.note.id && kind === scene.note.kind),
};
