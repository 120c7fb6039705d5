import type { Average } from "../figures/average";
import { averageChange } from "../figures/averageChange";
import { fractionToNumber } from "../figures/fraction";
import { markingState } from "../figures/markScore";
import { awayFrom, type Bounds, type Condition, compares, liesWithin, type RangeComparison } from "../model/condition";
import { isJudged, levelOf, pointsOf } from "../model/criterion";
import { addDays, type Day } from "../model/day";
import { ownValueText, readOwnValue } from "../model/extraColumn";
import { formatScore } from "../model/score";
import { titleKey } from "../model/titleKey";
import { comparedAverage } from "./comparedAverage";
import { exactHolds } from "./exactHolds";
import { ownHolds } from "./ownHolds";
import type { Reason } from "./reason";
import type { RowAssignment, SelectionRow } from "./selectionRow";

/** How far outside a threshold a student still counts as a near miss: points of percent, or assignments. */
export const NEAR_MISS_PERCENT = 2;
/** The same for counts of assignments. */
export const NEAR_MISS_ASSIGNMENTS = 1;

/** Where a student stands by a condition. "no average": there is nothing to compare, so it never passes. */
export type Position = "selected" | "near miss" | "no average" | "outside";

/** What a condition says of one student in one class, with the reason. */
export interface Judged {
  readonly position: Position;
  readonly reason: Reason;
}

/** One condition as a function of a row. What can be made ready beforehand is. */
export function compileCondition(condition: Condition): (row: SelectionRow) => Judged {
  switch (condition.kind) {
    case "overall":
    case "category": {
      const of = condition.kind === "overall" ? "overall" : condition.category;
      const averageIn = comparedAverage(condition);
      return ({ figures, schoolClass }) =>
        judgeAverage(averageIn(schoolClass, figures), condition, schoolClass.decimals, of);
    }
    case "assignment":
      return (row) => judgeAssignment(row.assignment(condition.assignment), condition);
    case "assignment status":
      return (row) => {
        const assignment = row.assignment(condition.assignment);
        const holds = assignment !== undefined && statusHolds(assignment, condition.status);
        const score =
          assignment === undefined
            ? "not set"
            : assignment.isMissing
              ? "missing"
              : formatScore(assignment.score) || "blank";
        return yesNoOrUnknown(assignment && holds, {
          kind: "assignment status",
          assignment: condition.assignment,
          status: condition.status,
          score,
          holds,
        });
      };
    case "criterion":
      return (row) => judgeCriterion(row.assignment(condition.assignment), condition);
    case "marked":
      return (row) => {
        const found = row.assignment(condition.assignment);
        // Of who did not hand in or is excused there is nothing to be marked.
        const isOut = found?.score?.status === "missing" || found?.score?.status === "excused";
        const state = isOut ? undefined : found && markingState(found.score, found.assignment);
        const holds = state === condition.state;
        const { assignment } = condition;
        return yesNoOrUnknown(state && holds, { kind: "marked", assignment, state, holds });
      };
    case "any assignment":
      return (row) => judgeAnyAssignment(row, condition);
    case "birthday":
      return (row) => {
        const day = row.student.birthday;
        const holds = day !== undefined && isBirthday(day, row.today);
        return yesNoOrUnknown(day === undefined ? undefined : holds, { kind: "birthday", day, holds });
      };
    case "missing":
      return (row) => {
        if (!row.knowsWork()) return NO_WORK;
        const { figures } = row;
        const titles = figures.missing.map(({ assignment }) => assignment.title);
        return judgeCount(titles.length, condition.atLeast, (holds) => ({
          kind: "missing",
          atLeast: condition.atLeast,
          count: titles.length,
          titles,
          holds,
        }));
      };
    case "count":
      return (row) => {
        const count = row.figures.counts[condition.of];
        return judgeCount(count, condition.atLeast, (holds) => ({ kind: "count", of: condition.of, count, holds }));
      };
    case "nothing missing":
      return (row) => {
        if (!row.knowsWork()) return NO_WORK;
        const count = row.figures.missing.length;
        return yesOrNo(count === 0, { kind: "nothing missing", count, holds: count === 0 });
      };
    case "grade label":
      return (row) => {
        const label = row.gradeLabel();
        if (label === undefined) return { position: "no average", reason: { kind: "no average" } };
        const holds = condition.labels.includes(label);
        return yesOrNo(holds, { kind: "grade label", label, holds });
      };
    case "rank":
      return (row) => {
        const rank = row.rank();
        if (!rank) return { position: "no average", reason: { kind: "no average" } };
        const place = condition.end === "top" ? rank.fromTop : rank.fromBottom;
        const most = condition.unit === "students" ? condition.count : Math.ceil((rank.of * condition.count) / 100);
        const holds = place <= most;
        return {
          position: holds ? "selected" : place === most + 1 ? "near miss" : "outside",
          reason: { kind: "rank", end: condition.end, place, of: rank.of, holds },
        };
      };
    case "tag":
      return ({ student }) => {
        const holds = student.tags.includes(condition.tag);
        return yesOrNo(holds, { kind: "tag", tag: condition.tag, holds });
      };
    case "language":
      return (row) => {
        const holds = row.guardians().some(({ language }) => language === condition.language);
        return yesOrNo(holds, { kind: "language", language: condition.language, holds });
      };
    case "reach":
      return (row) => {
        const reachable = row.canBeReached();
        const holds = reachable === condition.reachable;
        return yesOrNo(holds, { kind: "reach", reachable, holds });
      };
    case "change":
      return (row) => judgeChange(row, condition);
    case "written":
      return (row) => {
        const days = row.daysSinceWritten();
        const holds = condition.within === (days !== undefined && days <= condition.days - (condition.within ? 0 : 1));
        return yesOrNo(holds, { kind: "written", days, holds });
      };
    case "last note":
      return (row) => {
        const last = row.lastWritten()?.kind;
        const holds = last === condition.note;
        return yesOrNo(holds, { kind: "last note", note: last, holds });
      };
    case "checklist":
      return (row) => {
        const mark = row.checklistMark(condition.checklist);
        const holds = mark === condition.mark;
        return yesNoOrUnknown(mark === undefined ? undefined : holds, {
          kind: "checklist",
          checklist: condition.checklist,
          mark,
          holds,
        });
      };
    case "own column":
      return (row) => judgeExtraColumn(row, condition);
    case "chosen": {
      const chosen = new Set(condition.studentIds);
      return ({ student }) => {
        const holds = chosen.has(student.id);
        return yesOrNo(holds, { kind: "chosen", holds });
      };
    }
  }
}

/** An empty value is an answer only where one asks for it; compared with anything else it is not known. */
function judgeExtraColumn(row: SelectionRow, condition: Extract<Condition, { kind: "own column" }>): Judged {
  const { column, comparison, value: wanted } = condition;
  const own = row.ownValue(column);
  const reason = (holds: boolean): Reason => ({ kind: "own column", column, value: ownValueText(own?.value), holds });
  if (comparison === "empty" && row.hasExtraColumn(column))
    return yesOrNo(own === undefined, reason(own === undefined));
  const holds = own && ownHolds(own.value, comparison, wanted);
  return yesNoOrUnknown(holds, reason(holds ?? false));
}

/** Every assignment that was marked lately is compared; those without points to compare are none of it. */
function judgeAnyAssignment(
  row: SelectionRow,
  { category, comparison, percent, upTo, withinDays }: Extract<Condition, { kind: "any assignment" }>,
): Judged {
  const wanted = row.schoolClass.categories.find(({ name }) => titleKey(name) === titleKey(category));
  if (category !== "" && !wanted)
    return yesNoOrUnknown(undefined, { kind: "any assignment", fitting: [], holds: false });
  const fitting = row.markedWithin(withinDays).flatMap(({ assignment, score }) => {
    const { points } = score;
    if ((wanted && assignment.categoryId !== wanted.id) || points === undefined || score.status === "excused")
      return [];
    if (assignment.pointsPossible === 0) return [];
    const value = percentOf(points, assignment.pointsPossible);
    return liesWithin(value, { comparison, threshold: percent, upTo })
      ? [{ id: assignment.id, title: assignment.title, percent: Math.round(value * 100) / 100 }]
      : [];
  });
  return yesOrNo(fitting.length > 0, { kind: "any assignment", fitting, holds: fitting.length > 0 });
}

/** Points carry four decimals; a percent of them is compared as whole numbers, so that no binary fraction tips it. */
function percentOf(points: number, possible: number): number {
  return (Math.round(points * 10_000) * 100) / Math.round(possible * 10_000);
}

/** Whether a day of another year is the day of this one; who was born on 29 February has the last of February else. */
function isBirthday(born: Day, today: Day): boolean {
  if (born.slice(5) === today.slice(5)) return true;
  return born.slice(5) === "02-29" && today.slice(5) === "02-28" && addDays(today, 1).slice(5) === "03-01";
}

/** Levels compare by their order, free points as numbers; who was not judged, or by another rubric, can't be compared. */
function judgeCriterion(
  found: RowAssignment | undefined,
  { assignment, criterion, comparison, value }: Extract<Condition, { kind: "criterion" }>,
): Judged {
  const own = found?.assignment.rubric?.find(({ name }) => titleKey(name) === titleKey(criterion));
  const reason = (holds: boolean): Reason => {
    const reached = own && (levelOf(own, found?.score?.levels)?.label ?? pointsOf(own, found?.score?.levels));
    return { kind: "criterion", assignment, criterion, reached: String(reached ?? ""), holds };
  };
  if (!own || !isJudged(own, found?.score?.levels)) return yesNoOrUnknown(undefined, reason(false));
  const place = own.levels.findIndex(({ label }) => titleKey(label) === titleKey(value));
  const wanted = own.most === undefined ? place : readOwnValue(value, "number");
  if (typeof wanted !== "number" || wanted < 0) return yesNoOrUnknown(undefined, reason(false));
  const level = levelOf(own, found?.score?.levels);
  const reached =
    own.most === undefined ? own.levels.findIndex(({ id }) => id === level?.id) : pointsOf(own, found?.score?.levels);
  const holds = compares(reached ?? 0, comparison, wanted);
  return yesOrNo(holds, reason(holds));
}

/** Missing work is known only of a class that has any. */
const NO_WORK: Judged = { position: "no average", reason: { kind: "no work" } };

/** What a class has not can't be said of its students. */
function yesNoOrUnknown(holds: boolean | undefined, reason: Reason): Judged {
  return holds === undefined ? { position: "no average", reason } : yesOrNo(holds, reason);
}

function yesOrNo(holds: boolean, reason: Reason): Judged {
  return { position: holds ? "selected" : "outside", reason };
}

function judgeCount(count: number, atLeast: number, reasonOf: (holds: boolean) => Reason): Judged {
  const holds = count >= atLeast;
  const isNear = !holds && count > 0 && count >= atLeast - NEAR_MISS_ASSIGNMENTS;
  return { position: holds ? "selected" : isNear ? "near miss" : "outside", reason: reasonOf(holds) };
}

function judgeAverage(
  average: Average | undefined,
  { comparison, percent, upTo }: { comparison: RangeComparison; percent: number; upTo?: number | undefined },
  decimals: number,
  of: string,
): Judged {
  if (!average) return { position: "no average", reason: { kind: "no average", ...(of !== "overall" && { of }) } };
  const bounds: Bounds = { comparison, threshold: percent, upTo };
  const holds = liesWithin(average.shown, bounds);
  return {
    position: holds ? "selected" : isNear(average, bounds) ? "near miss" : "outside",
    reason: { kind: "average", of, ...bounds, average, decimals, holds },
  };
}

function judgeChange(row: SelectionRow, condition: Extract<Condition, { kind: "change" }>): Judged {
  const { figures, schoolClass } = row;
  const now = figures.overall;
  const { average: before, since } = row.earlierAverage(condition.since);
  if (!now || !before) return { position: "no average", reason: { kind: "no average", ...(now && { since }) } };
  const change = averageChange(now, before);
  const moved = condition.direction === "rose" ? change : -change;
  const holds = moved >= condition.atLeast;
  const isNear = moved > 0 && condition.atLeast - moved <= NEAR_MISS_PERCENT;
  return {
    position: holds ? "selected" : isNear ? "near miss" : "outside",
    reason: {
      kind: "change",
      now: now.shown,
      before: before.shown,
      change,
      since,
      decimals: schoolClass.decimals,
      holds,
    },
  };
}

/** Close by the shown value, or on the other side of the threshold by the exact one. */
function isNear(average: Average, bounds: Bounds): boolean {
  if (awayFrom(fractionToNumber(average.exact), bounds) <= NEAR_MISS_PERCENT) return true;
  return exactHolds(average, bounds);
}

/** An assignment without points has nothing to compare; missing work is another condition. */
function judgeAssignment(
  assignment: RowAssignment | undefined,
  condition: Extract<Condition, { kind: "assignment" }>,
): Judged {
  const points = assignment?.isMissing ? undefined : assignment?.score?.points;
  const possible = assignment?.assignment.pointsPossible ?? 0;
  if (points === undefined || (condition.unit === "percent" && possible === 0)) {
    return { position: "no average", reason: { kind: "no score", assignment: condition.assignment } };
  }
  const value = condition.unit === "points" ? points : percentOf(points, possible);
  const { comparison, value: threshold, upTo } = condition;
  const bounds: Bounds = { comparison, threshold, upTo };
  const holds = liesWithin(value, bounds);
  const reach = condition.unit === "percent" ? NEAR_MISS_PERCENT : (possible * NEAR_MISS_PERCENT) / 100;
  return {
    position: holds ? "selected" : awayFrom(value, bounds) <= reach ? "near miss" : "outside",
    reason: {
      kind: "assignment",
      assignment: condition.assignment,
      points,
      possible,
      ...bounds,
      unit: condition.unit,
      holds,
    },
  };
}

function statusHolds(
  { score, isMissing, isUnmarked }: RowAssignment,
  status: Extract<Condition, { kind: "assignment status" }>["status"],
): boolean {
  switch (status) {
    case "not handed in":
      return isMissing || isUnmarked;
    case "handed in":
      return !isMissing && (score?.status === "scored" || score?.status === "late");
    case "late":
      return score?.status === "late";
    case "excused":
      return score?.status === "excused";
    case "unmarked":
      return isUnmarked;
  }
}
