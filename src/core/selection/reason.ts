import type { Average } from "../figures/average";
import { formatExactPercent, formatPercent, formatTypedPercent } from "../figures/roundFraction";
import type { ChecklistMark } from "../model/checklist";
import {
  type AssignmentStatus,
  type Bounds,
  boundsWords,
  compares,
  liesWithin,
  type MarkingState,
} from "../model/condition";
import type { Day } from "../model/day";
import type { NoteKind } from "../model/noteKind";
import { counted } from "../words";
import { exactHolds } from "./exactHolds";

/** Why one student is, or nearly is, in a selection: the figure that decided and what it was held against. */
export type Reason =
  | ({
      kind: "average";
      /** "overall", or the name of a category. */
      of: string;
      average: Average;
      decimals: number;
      holds: boolean;
    } & Bounds)
  | ({
      kind: "assignment";
      assignment: string;
      points: number;
      possible: number;
      unit: "percent" | "points";
      holds: boolean;
    } & Bounds)
  | { kind: "assignment status"; assignment: string; status: AssignmentStatus; score: string; holds: boolean }
  | { kind: "criterion"; assignment: string; criterion: string; reached: string; holds: boolean }
  | { kind: "marked"; assignment: string; state: MarkingState | undefined; holds: boolean }
  | {
      kind: "any assignment";
      /** Those that fit: by id, with their titles and how many percent they are. */
      fitting: readonly { readonly id: string; readonly title: string; readonly percent: number }[];
      holds: boolean;
    }
  | { kind: "birthday"; day: Day | undefined; holds: boolean }
  | { kind: "missing"; atLeast: number; count: number; titles: readonly string[]; holds: boolean }
  | { kind: "count"; of: "unmarked" | "late" | "excused"; count: number; holds: boolean }
  | { kind: "nothing missing"; count: number; holds: boolean }
  | { kind: "grade label"; label: string; holds: boolean }
  | { kind: "rank"; end: "top" | "bottom"; place: number; of: number; holds: boolean }
  | { kind: "tag"; tag: string; holds: boolean }
  | { kind: "language"; language: string; holds: boolean }
  | { kind: "reach"; reachable: boolean; holds: boolean }
  | {
      kind: "change";
      now: number;
      before: number;
      /** In percentage points. */
      change: number;
      /** In words: "12 November 2026". */
      since: string;
      decimals: number;
      holds: boolean;
    }
  | { kind: "written"; days: number | undefined; holds: boolean }
  | { kind: "last note"; note: NoteKind | undefined; holds: boolean }
  | { kind: "checklist"; checklist: string; mark: ChecklistMark | undefined; holds: boolean }
  | { kind: "own column"; column: string; value: string; holds: boolean }
  | { kind: "chosen"; holds: boolean }
  /** Of the overall average, or of a category; or there was none at an earlier moment. */
  | { kind: "no average"; of?: string; since?: string }
  | { kind: "no score"; assignment: string }
  | { kind: "no work" }
  | { kind: "in class" }
  | { kind: "added by hand" };

/** The reason in words, with the figures: "overall 64 % in Earth Systems 9, below 70 %". */
export function reasonWords(reason: Reason, classLabel: string): string {
  switch (reason.kind) {
    case "average":
      return `${reason.of} ${averageWords(reason)} in ${classLabel}, ${position(reason)}`;
    case "assignment": {
      const scored = `${reason.points} of ${counted(reason.possible, "point")}`;
      const amount = (threshold: number) =>
        reason.unit === "percent" ? formatTypedPercent(threshold) : counted(threshold, "point");
      return `${reason.assignment}: ${scored} in ${classLabel}, ${reason.holds ? "" : "not "}${boundsWords(reason, amount)}`;
    }
    case "assignment status":
      return `${reason.assignment}: ${reason.score} in ${classLabel}`;
    case "criterion":
      return `${reason.criterion} in ${reason.assignment}: ${reason.reached || "not judged"} in ${classLabel}`;
    case "marked":
      return `${reason.assignment}: ${reason.state ?? "not set"} in ${classLabel}`;
    case "any assignment":
      return reason.holds
        ? `${reason.fitting.map(({ title, percent }) => `${title}: ${formatTypedPercent(percent)}`).join(", ")} in ${classLabel}`
        : `no such score lately in ${classLabel}`;
    case "birthday":
      return reason.holds ? "has birthday today" : "no birthday today";
    case "missing": {
      const count = `${reason.count} missing in ${classLabel}`;
      return reason.count === 0 ? count : `${count} (${reason.titles.join(", ")})`;
    }
    case "count":
      return `${reason.count} ${reason.of} in ${classLabel}`;
    case "nothing missing":
      return reason.count === 0 ? `nothing missing in ${classLabel}` : `${reason.count} missing in ${classLabel}`;
    case "grade label":
      return `${reason.label} in ${classLabel}`;
    case "rank":
      return `place ${reason.place} of ${reason.of} from the ${reason.end} in ${classLabel}`;
    case "tag":
      return reason.holds ? `in the group ${reason.tag}` : `not in the group ${reason.tag}`;
    case "language":
      return reason.holds
        ? `somebody reads ${languageName(reason.language)}`
        : `nobody reads ${languageName(reason.language)}`;
    case "reach":
      return reason.reachable ? "somebody can be reached" : "nobody can be reached";
    case "checklist":
      return `${reason.checklist}: ${reason.mark ?? "not asked of this class"}`;
    case "own column":
      return `${reason.column}: ${reason.value || "empty"}`;
    case "chosen":
      return reason.holds ? `chosen by name, in ${classLabel}` : "not chosen by name";
    case "change": {
      const [now, before] = [reason.now, reason.before].map((shown) => formatPercent(shown, reason.decimals));
      if (reason.change === 0) return `overall ${now} in ${classLabel}, as it was on ${reason.since}`;
      const moved = `${reason.change > 0 ? "up" : "down"} ${Math.abs(reason.change)}`;
      return `overall ${now} in ${classLabel}, ${moved} from ${before} on ${reason.since}`;
    }
    case "written":
      if (reason.days === undefined) return "never written to";
      return reason.days === 0 ? "written to today" : `written to ${counted(reason.days, "day")} ago`;
    case "last note":
      return reason.note ? `last note: ${reason.note}` : "no note yet";
    case "no average":
      if (reason.since === "") return "no note yet to compare with";
      if (reason.since) return `no average on ${reason.since} in ${classLabel}`;
      return `no ${reason.of ? `average of ${reason.of}` : "average"} yet in ${classLabel}`;
    case "no score":
      return `${reason.assignment}: no points in ${classLabel}`;
    case "no work":
      return `no assignments in ${classLabel}`;
    case "in class":
      return `in ${classLabel}`;
    case "added by hand":
      return `in ${classLabel}, added by hand`;
  }
}

const languages = new Intl.DisplayNames("en", { type: "language" });

/** A language as English readers call it. */
export function languageName(tag: string): string {
  try {
    return languages.of(tag) ?? tag;
  } catch {
    return tag;
  }
}

type AverageReason = Extract<Reason, { kind: "average" }>;

/** On which side of the threshold a family would say the average is: "not below 70 %". */
function position(reason: AverageReason): string {
  const { average, threshold, comparison, holds } = reason;
  const words = boundsWords(reason, formatTypedPercent);
  if (holds) return words;
  if (comparison === "between" || comparison === "below") return `not ${words}`;
  const side = comparison === "at most" ? "above" : compares(average.shown, "below", threshold) ? "below" : "not above";
  return `${side} ${formatTypedPercent(threshold)}`;
}

/** The shown average; with the exact one where it lies on the other side of the threshold. */
function averageWords(reason: AverageReason): string {
  const { average, decimals } = reason;
  const shown = formatPercent(average.shown, decimals);
  return exactHolds(average, reason) === liesWithin(average.shown, reason)
    ? shown
    : `${shown} (exactly ${formatExactPercent(average.exact)})`;
}
