import type { BlockModel } from "@/core/letter/blocks/blockKind";
import type { FieldKind } from "@/core/letter/fields/fieldValue";
import type { Side } from "@/core/letter/letterInMaking";

export interface FieldView {
  readonly id: string;
  readonly group: string;
  readonly label: string;
  readonly kind: FieldKind;
  /** Empty where this student has none. */
  readonly value: string;
}

/** The values of the letter that is shown while it is written. */
export interface LetterView {
  /** The letter shown; none while nobody is written to. */
  readonly key: string | undefined;
  /** The language that its recipient reads; empty where none is known. */
  readonly reads: string;
  readonly place: number;
  readonly count: number;
  readonly fields: readonly FieldView[];
  /** What each field that stands in the letter holds, as it is set there, by `fieldKey`. */
  readonly placed: Readonly<Record<string, string>>;
  /** What each live block of the letter holds, by `blockKey`. */
  readonly blocks: Readonly<Record<string, BlockModel>>;
  /** The lines of the signature. */
  readonly signature: readonly string[];
  /** For each conditional text, by `conditionalTextKey`: whether this letter has it, and how many letters do. */
  readonly passages: Readonly<Record<string, { readonly side: Side; readonly letters: number }>>;
}

/** What is known while there is no letter. */
export const EMPTY_LETTER_VIEW: LetterView = {
  key: undefined,
  reads: "",
  place: 0,
  count: 0,
  fields: [],
  placed: {},
  blocks: {},
  signature: [],
  passages: {},
};
