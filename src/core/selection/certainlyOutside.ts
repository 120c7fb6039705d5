import type { ClassColumns } from "../figures/classColumns";
import { awayFrom, type Bounds, liesWithin, type SelectionPart } from "../model/condition";
import type { SchoolClass } from "../model/schoolClass";
import type { Selection } from "../model/selection";
import { titleKey } from "../model/titleKey";
import { NEAR_MISS_ASSIGNMENTS, NEAR_MISS_PERCENT } from "./compileCondition";

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
  const looks = parts.map((part) => outsideOf(part, schoolClass, columns));
  const known = looks.filter((look) => look !== undefined);
  if (match === "all" && known.length > 0) return (place) => known.some((look) => look(place));
  if (match === "any" && known.length === parts.length && parts.length > 0) {
    return (place) => known.every((look) => look(place));
  }
  return undefined;
}

function outsideOf(part: SelectionPart, schoolClass: SchoolClass, columns: ClassColumns): Outside | undefined {
  switch (part.kind) {
    case "overall":
      return averageOutside(columns.overall, { ...part, threshold: part.percent });
    case "category": {
      const place = schoolClass.categories.findIndex(({ name }) => titleKey(name) === titleKey(part.category));
      const column = columns.categories[place];
      return column && averageOutside(column, { ...part, threshold: part.percent });
    }
    case "missing":
      return countOutside(columns.missing, part.atLeast);
    case "count":
      return countOutside(columns[part.of], part.atLeast);
    case "nothing missing":
      return (place) => (columns.missing[place] ?? 0) > 0;
    case "group":
      return certainlyOutside(part, schoolClass, columns);
    default:
      return undefined;
  }
}

/** A shown average is at most half a percent from the exact one; a whole one more leaves nothing to doubt. */
const REACH = NEAR_MISS_PERCENT + 1;

function averageOutside(column: Float64Array, bounds: Bounds): Outside {
  return (place) => {
    const shown = column[place] ?? Number.NaN;
    // Without an average both comparisons are false: such a student is judged, to be listed apart.
    return awayFrom(shown, bounds) > REACH && !liesWithin(shown, bounds);
  };
}

function countOutside(column: Uint16Array, atLeast: number): Outside {
  return (place) => {
    const count = column[place] ?? 0;
    return count < atLeast && (count === 0 || count < atLeast - NEAR_MISS_ASSIGNMENTS);
  };
}
