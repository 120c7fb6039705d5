import { applyChange, type Change, setRows } from "../change/change";
import { freshId } from "../matching/freshId";
import { type ExtraColumn, type OwnType, type OwnValue, ownValueText, readOwnValue } from "../model/extraColumn";
import { titleKey } from "../model/titleKey";
import type { World } from "../model/world";
import { isErrorCell, isYesOrNo } from "./cellMeaning";
import type { JoinedRow, JoinedTable } from "./joinRows";
import { plainNumber } from "./plainNumber";
import { looksLikeDate, readDate } from "./readDate";
import type { Understanding } from "./understand";

/** What a table changes in one extra column, of all students or of those of a class. */
export interface ExtraColumnPlan {
  readonly column: number;
  readonly own: ExtraColumn;
  readonly isNew: boolean;
  readonly changes: readonly { studentId: string; from: OwnValue | undefined; to: OwnValue | undefined }[];
  readonly unchanged: number;
}

/** What a table would keep of its extra columns. */
export interface ExtraColumnsPlan {
  readonly columns: readonly ExtraColumnPlan[];
  /** Students of whom two rows say different things under one heading: neither counts until it is said which. */
  readonly doubled: readonly {
    readonly column: number;
    readonly studentId: string;
    /** By which an answer is known. */
    readonly key: string;
    readonly values: readonly string[];
  }[];
  /** Cells that are nothing of what their column holds. */
  readonly unreadable: readonly string[];
  readonly change: Change;
  readonly after: World;
}

/**
 * Keeps columns for each student, or where the table names a class, for each student in that class. Of two rows that say
 * different things of one student it is asked which counts.
 */
export function planExtraColumns(
  read: Understanding,
  rows: readonly JoinedRow[],
  joined: JoinedTable,
  world: World,
): ExtraColumnsPlan {
  const plans: ExtraColumnPlan[] = [];
  const doubled: ExtraColumnsPlan["doubled"][number][] = [];
  const unreadable = new Set<string>();
  const byName = new Map<string, ExtraColumn>();
  for (const one of world.ownColumns.values()) byName.set(`${titleKey(one.name)}|${one.classId}`, one);
  const taken = new Set<string>();
  const made: [string, ExtraColumn][] = [];

  read.meanings.forEach(({ role, name = "", type: wanted }, column) => {
    if (role !== "own column") return;
    const called = (name || (read.shape.titles[column] ?? "")).replace(/\s+/g, " ").trim() || `Column ${column + 1}`;
    const cells = rows.flatMap(({ row }) => read.table.rows[row]?.[column] || []).filter((cell) => !isErrorCell(cell));
    const drafts = new Map<string, { said: Map<string, string>; inDoubt: Map<string, string[]> }>();
    for (const { row, studentId, classId } of rows) {
      if (!studentId) continue;
      const place = joined.namesClass ? classId : "all";
      const cell = read.table.rows[row]?.[column] ?? "";
      const text = isErrorCell(cell) ? "" : cell;
      if (place === undefined) continue;
      const draft = drafts.get(place) ?? {
        said: new Map<string, string>(),
        inDoubt: new Map<string, string[]>(),
      };
      drafts.set(place, draft);
      const before = draft.said.get(studentId);
      if (before !== undefined && text && before && titleKey(before) !== titleKey(text))
        draft.inDoubt.set(studentId, [...new Set([...(draft.inDoubt.get(studentId) ?? [before]), text])]);
      draft.said.set(studentId, before || text);
    }
    for (const [place, { said, inDoubt }] of drafts) {
      const key = `${titleKey(called)}|${place}`;
      if (taken.has(key)) continue;
      taken.add(key);
      const known = byName.get(key);
      const sameName = known ?? [...byName.values()].find((one) => titleKey(one.name) === titleKey(called));
      const type = sameName?.type ?? wanted ?? typeOf(cells);
      const base: ExtraColumn = known ?? {
        id: freshId(read.idSeed, ["own column", called, place], (id) => world.ownColumns.has(id)),
        name: sameName?.name ?? called,
        type,
        classId: place,
        from: read.table.fileName,
        values: {},
      };
      for (const [studentId, values] of [...inDoubt]) {
        const answerKey = `value|${key}|${studentId}`;
        doubled.push({ column, studentId, key: answerKey, values });
        const answer = read.answers[answerKey];
        if (answer === undefined || !values.includes(answer)) continue;
        said.set(studentId, answer);
        inDoubt.delete(studentId);
      }
      const plan = planOne({ base, said, inDoubt, read, column, isNew: known === undefined });
      for (const text of plan.unreadable) unreadable.add(text);
      plans.push(plan.plan);
      if (plan.plan.changes.length > 0) made.push([base.id, plan.plan.own]);
    }
  });
  const change: Change = { ownColumns: setRows<"ownColumns">(world.ownColumns, made) };
  return { columns: plans, doubled, unreadable: [...unreadable], change, after: applyChange(world, change) };
}

function planOne({
  base,
  said,
  inDoubt,
  read,
  column,
  isNew,
}: {
  base: ExtraColumn;
  said: ReadonlyMap<string, string>;
  inDoubt: ReadonlyMap<string, readonly string[]>;
  read: Understanding;
  column: number;
  isNew: boolean;
}): { plan: ExtraColumnPlan; unreadable: string[] } {
  const values = { ...base.values };
  const changes: ExtraColumnPlan["changes"][number][] = [];
  const unreadable: string[] = [];
  let unchanged = 0;
  for (const [studentId, text] of said) {
    if (inDoubt.has(studentId)) continue;
    const from = base.values[studentId];
    if (!text) {
      if (from === undefined || read.blanks !== "clear") continue;
      delete values[studentId];
      changes.push({ studentId, from, to: undefined });
      continue;
    }
    const to = valueIn(text, base.type, read);
    if (to === undefined) unreadable.push(text);
    else if (from !== undefined && ownValueText(from) === ownValueText(to)) unchanged += 1;
    else {
      values[studentId] = to;
      changes.push({ studentId, from, to });
    }
  }
  return { plan: { column, own: { ...base, values }, isNew, changes, unchanged }, unreadable };
}

function valueIn(text: string, type: OwnType, read: Understanding): OwnValue | undefined {
  if (type === "date") return readDate(text, read.dates.order);
  if (type === "number") return plainNumber(text, read.decimalSign);
  return readOwnValue(text, type);
}

/** What all cells of a column are: numbers, days, yes and no; or else words. Numbers that name something stay words. */
function typeOf(cells: readonly string[]): OwnType {
  if (cells.length === 0) return "text";
  if (isYesOrNo(cells)) return "yes or no";
  if (cells.every(looksLikeDate)) return "date";
  const isNumber = cells.every((cell) => plainNumber(cell, undefined) !== undefined);
  const isName = cells.some((cell) => /^0\d/.test(cell) || cell.replace(/\D/g, "").length >= LONGEST_NUMBER);
  return isNumber && !isName ? "number" : "text";
}
/** Longer numbers are telephones and the like: nobody counts with them. */
const LONGEST_NUMBER = 7;
