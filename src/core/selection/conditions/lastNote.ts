import { type NoteKind, noteKindSchema } from "../../model/noteKind";
import type { ConditionKind } from "./conditionKind";
import { yesOrNo } from "./judged";
import { oneOf } from "./phrase";

interface LastNoteReason {
  readonly kind: "last note";
  readonly note: NoteKind | undefined;
  readonly holds: boolean;
}

export const lastNote: ConditionKind<"last note", LastNoteReason> = {
  offer: "kind of the last note",
  begins: { kind: "last note", note: "concern" },
  phrase: (condition) => [
    "whose last note was one of ",
    oneOf("Kind of note", condition.note, noteKindSchema.options, (note) => ({ ...condition, note })),
  ],
  judge: (condition) => (row) => {
    const last = row.lastWritten()?.kind;
    const holds = last === condition.note;
    return yesOrNo(holds, { kind: "last note", note: last, holds });
  },
  because: ({ note }) => (note ? `last note: ${note}` : "no note yet"),
};
