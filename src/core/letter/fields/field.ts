import type { FieldKind, FieldValue } from "./fieldValue";
import type { LetterContext } from "./letterContext";

/** The groups in which fields are offered, in this order. */
export const FIELD_GROUPS = [
  "Student",
  "Recipient",
  "Class",
  "Figures",
  "Extra columns",
  "Work",
  "Teacher",
  "Page",
] as const;

/** A value that can be placed in a letter. */
export interface Field {
  readonly id: string;
  readonly group: (typeof FIELD_GROUPS)[number];
  readonly label: string;
  /** In a few words, for whoever looks at it before placing it. */
  readonly about: string;
  /** What it usually holds; it decides the formats on offer. */
  readonly kind: FieldKind;
  /** None where there is nothing: then what stands in is written. */
  readonly value: (context: LetterContext) => FieldValue | undefined;
}

/** A field that holds words; empty words are none. */
export function textField(
  id: string,
  group: Field["group"],
  label: string,
  about: string,
  text: (context: LetterContext) => string | undefined,
): Field {
  return {
    id,
    group,
    label,
    about,
    kind: "text",
    value: (context) => {
      const words = text(context);
      return words ? { kind: "text", text: words } : undefined;
    },
  };
}
