import type { FiguresIndex } from "@/core/figures/figuresIndex";
import { type BlockModel, blockModel } from "@/core/letter/blocks";
import { fieldsFor } from "@/core/letter/fields";
import { letterContext } from "@/core/letter/noteLetters";
import { planNote } from "@/core/selection/planNote";
import type { NotePeople } from "./noteView";

export interface FieldView {
  readonly id: string;
  readonly group: string;
  readonly label: string;
  /** Empty where this student has none. */
  readonly value: string;
}

/** The values of the letter that is shown while it is written. */
export interface LetterView {
  /** The letter shown; none while nobody is written to. */
  readonly key: string | undefined;
  readonly place: number;
  readonly count: number;
  readonly fields: readonly FieldView[];
  readonly averages: BlockModel | undefined;
  readonly missing: BlockModel | undefined;
}

/** The values for one letter of a note, the first when there is none of that key. */
export function letterView(index: FiguresIndex, note: NotePeople, key: string | undefined): LetterView {
  const { letters } = planNote(index, note);
  const place = Math.max(
    0,
    letters.findIndex((letter) => letter.key === key),
  );
  const shown = letters[place];
  const fields = fieldsFor(categoryNames(index));
  if (!shown) {
    const empty = fields.map(({ id, group, label }) => ({ id, group, label, value: "" }));
    return { key: undefined, place: 0, count: 0, fields: empty, averages: undefined, missing: undefined };
  }
  const context = letterContext(index, note, shown);
  return {
    key: shown.key,
    place,
    count: letters.length,
    fields: fields.map(({ id, group, label, value }) => ({ id, group, label, value: value(context) })),
    averages: blockModel({ type: "averagesTable" }, context),
    missing: blockModel({ type: "missingWork", attrs: { whenNothing: "" } }, context),
  };
}

function categoryNames(index: FiguresIndex): string[] {
  const names = [...index.world.classes.values()].flatMap(({ categories }) => categories.map(({ name }) => name));
  return [...new Set(names)];
}
