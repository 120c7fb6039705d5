import type { ConditionalTextNode, FieldNode } from "../../model/letterBody";

/** Names a field as it is set in a letter. */
export function fieldKey({ field, format, upperFirst }: Omit<FieldNode["attrs"], "fallback">): string {
  return JSON.stringify([field, format, upperFirst]);
}

/** Names a conditional text by its conditions: two that ask the same are in the same letters. */
export function conditionalTextKey({ match, conditions }: ConditionalTextNode["attrs"]): string {
  return JSON.stringify([match, conditions]);
}
