import { nameKey } from "./nameKey";

/**
 * An id made of what a record is called, so that planning the same table again gives the same ids; numbered where
 * another record has it already.
 */
export function freshId(parts: readonly string[], isTaken: (id: string) => boolean): string {
  const base = parts.map((part) => nameKey(part).replaceAll(" ", "-") || "x").join("-");
  if (!isTaken(base)) return base;
  for (let place = 2; ; place += 1) {
    if (!isTaken(`${base}-${place}`)) return `${base}-${place}`;
  }
}
