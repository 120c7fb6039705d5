import type { ClassColumns } from "../figures/classColumns";
import type { SchoolClass } from "../model/schoolClass";
import type { Selection } from "../model/selection";
import { conditionOutside } from "./conditionKinds";

/** Whether the student at a place of the columns is neither selected, nor a near miss, nor without an average. */
type Outside = (place: number) => boolean;

/**
 * A quick look before a student is judged with reasons: only who can't come into any list is passed over, so that the
 * result is the same as without it. None where the columns can't tell.
 */
export function certainlyOutside(
  { conditions, match }: Pick<Selection, "conditions" | "match">,
  schoolClass: SchoolClass,
  columns: ClassColumns,
): Outside | undefined {
  const parts = conditions.filter((part) => part.kind !== "group" || part.conditions.length > 0);
  const looks = parts.map((part) =>
    part.kind === "group" ? certainlyOutside(part, schoolClass, columns) : conditionOutside(part, schoolClass, columns),
  );
  const known = looks.filter((look) => look !== undefined);
  if (match === "all" && known.length > 0) return (place) => known.some((look) => look(place));
  if (match === "any" && known.length === parts.length && parts.length > 0) {
    return (place) => known.every((look) => look(place));
  }
  return undefined;
}
