import { isAbout, isKeyOf } from "./eraseFrom";

/**
 * The part of a record that is about one person: the record itself where it is theirs, else what stands under their id in
 * it, wherever that is. Undefined where nothing is.
 */
export function heldAbout(value: unknown, id: string): unknown {
  const ids = new Set([id]);
  if (isAbout(value, ids)) return value;
  if (Array.isArray(value)) {
    const found = value.flatMap((one) => heldAbout(one, id) ?? []);
    return found.length > 0 ? found : undefined;
  }
  if (typeof value !== "object" || value === null || value instanceof ArrayBuffer) return undefined;
  const found = Object.entries(value).flatMap(([key, part]): [string, unknown][] => {
    if (isKeyOf(key, ids)) return [[key, part]];
    const own = heldAbout(part, id);
    return own === undefined ? [] : [[key, own]];
  });
  return found.length > 0 ? Object.fromEntries(found) : undefined;
}
