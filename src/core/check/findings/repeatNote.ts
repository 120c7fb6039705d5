import { counted, listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { studentsOf } from "./wording";
import { writtenLately } from "./writtenLately";

export const repeatNote: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `${studentsOf(details)}: this note went to the family in the last ${counted(details.numbers.days ?? 0, "day")}`,
    mend: `${listed(details.quotes.slice(1))}. Send again only if you mean to.`,
  }),
  inNote: (scene) => writtenLately(scene, ({ noteId }) => noteId === scene.note.id),
};
