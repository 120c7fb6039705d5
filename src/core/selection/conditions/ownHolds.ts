import type { OwnComparison } from "../../model/condition";
import { type OwnValue, ownValueText, readOwnValue } from "../../model/extraColumn";
import { titleKey } from "../../model/titleKey";

/**
 * Whether a value of an extra column stands to a typed one as a comparison says. None where the two can't be compared, such
 * as words with "at least", or where nothing was typed to compare with. Words compare without case.
 */
export function ownHolds(value: OwnValue, comparison: OwnComparison, wanted: string): boolean | undefined {
  if (comparison === "empty") return false;
  if (!wanted.trim()) return undefined;
  if (comparison === "contains") return titleKey(ownValueText(value)).includes(titleKey(wanted));
  if (comparison === "is one of") {
    const held = wanted
      // Numbers are also written with a comma in them.
      .split(typeof value === "number" ? ";" : /[;,]/)
      .filter((one) => one.trim() !== "")
      .map((one) => isSame(value, one.trim()));
    return held.includes(true) || (held.includes(false) ? false : undefined);
  }
  if (comparison === "is" || comparison === "is not") {
    const same = isSame(value, wanted);
    return same === undefined ? undefined : same === (comparison === "is");
  }
  if (typeof value === "number") {
    const threshold = readOwnValue(wanted, "number");
    if (typeof threshold !== "number") return undefined;
    return comparison === "at most" ? value <= threshold : comparison === "at least" ? value >= threshold : undefined;
  }
  const [day, limit] = [readOwnValue(String(value), "date"), readOwnValue(wanted, "date")];
  if (day === undefined || limit === undefined) return undefined;
  return comparison === "before" ? day < limit : comparison === "at most" ? day <= limit : day >= limit;
}

function isSame(value: OwnValue, wanted: string): boolean | undefined {
  if (typeof value === "string") return titleKey(value) === titleKey(wanted);
  const same = readOwnValue(wanted, typeof value === "number" ? "number" : "yes or no");
  return same === undefined ? undefined : same === value;
}
