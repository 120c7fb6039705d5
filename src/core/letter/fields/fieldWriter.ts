import type { FieldNode } from "../../model/letterBody";
import { fieldById } from "./fieldsFor";
import { formatValue, withUpperFirst } from "./fieldValue";
import type { LetterContext } from "./letterContext";

/** How a field is written for a letter: its value as the format says, or nothing. */
export function fieldWriter({
  field: id,
  format,
  upperFirst,
}: Pick<FieldNode["attrs"], "field" | "format" | "upperFirst">): (context: LetterContext) => string {
  const field = fieldById(id);
  if (!field) return () => "";
  return (context) => {
    const value = field.value(context);
    const text = value ? printable(formatValue(value, format, context.language)) : "";
    return upperFirst ? withUpperFirst(text) : text;
  };
}

/** Control characters and marks that turn the direction of writing have no place in a value. */
function printable(value: string): string {
  return UNPRINTABLE.test(value) ? value.replace(EVERY_UNPRINTABLE, " ").trim() : value;
}
const UNPRINTABLE = /[\p{Cc}\u202a-\u202e\u2066-\u2069]/u;
const EVERY_UNPRINTABLE = new RegExp(UNPRINTABLE, "gu");
