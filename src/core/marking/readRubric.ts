import Papa from "papaparse";
import { type Criterion, criterionSchema, type Level, MOST_CRITERIA } from "../model/criterion";
import { titleKey } from "../model/titleKey";

export type ReadRubric = { ok: true; criteria: Criterion[] } | { ok: false; line: string; problem: string };

/** A level with its points behind it: "sound (3)". */
const WITH_POINTS = /^(.*\S)\s*\((\d+(?:[.,]\d{1,4})?)\)$/su;
/** "20 points". */
const FREE_POINTS = /^(\d+(?:[.,]\d{1,4})?)\s*points?$/iu;

/**
 * A rubric from text. Typed: a criterion a line, its levels after a colon and parted by commas, the lowest first, each with
 * its points in brackets where it has some; "20 points" is free points. Or a table, as it comes from a spreadsheet: the levels
 * in the first row, then a criterion a row, with the sentence for each level. Empty lines are nothing; a line that is no
 * criterion is given back with what is wrong with it. `before` is the rubric that was changed: a criterion of the same name
 * stays the same one, and so does one that was only named otherwise, in its place, and a level of the same label in it.
 * Others get ids from `newId`.
 */
export function readRubric(text: string, before: readonly Criterion[], newId: () => string): ReadRubric {
  const drafts = text.includes("\t") ? tableDrafts(text) : lineDrafts(text);
  const criteria: Criterion[] = [];
  for (const { line, draft, problem: unread } of drafts) {
    const read = draft && criterionSchema.safeParse(draft);
    const problem = unread || problemOf(read?.success === true, criteria, draft);
    if (problem || !read?.data) return { ok: false, line, problem };
    criteria.push(read.data);
  }
  return { ok: true, criteria: withIds(criteria, before, newId) };
}

interface Draft {
  readonly line: string;
  readonly draft?: Criterion;
  readonly problem: string;
}

function lineDrafts(text: string): Draft[] {
  return text.split("\n").flatMap((whole): Draft[] => {
    const line = whole.trim();
    if (!line) return [];
    const colon = line.indexOf(":");
    if (colon < 0) return [{ line, problem: "It needs a colon after the criterion." }];
    const name = line.slice(0, colon).trim();
    const rest = line.slice(colon + 1).trim();
    const free = FREE_POINTS.exec(rest);
    if (free) return [{ line, draft: { id: "new", name, levels: [], most: number(free[1]) }, problem: "" }];
    const levels = rest.split(/,(?!\d)/u).flatMap((one) => (one.trim() ? [levelFrom(one)] : []));
    return [{ line, draft: { id: "new", name, levels }, problem: "" }];
  });
}

/** The levels stand in the first row; a column without a level is left alone. */
function tableDrafts(text: string): Draft[] {
  const { data } = Papa.parse<string[]>(text.replace(/\r?\n$/, ""), { delimiter: "\t" });
  const [head = [], ...rows] = data.filter((row) => row.some((cell) => cell.trim()));
  const places = head.flatMap((cell, place) => (place > 0 && cell.trim() ? [{ place, level: levelFrom(cell) }] : []));
  return rows.map((row): Draft => {
    const levels = places.flatMap(({ place, level }): Level[] => {
      const sentence = row[place]?.trim();
      // A criterion has only the levels that it describes; one that describes none has all of them.
      return sentence || places.every((one) => !row[one.place]?.trim())
        ? [{ ...level, ...(sentence && { sentence }) }]
        : [];
    });
    return { line: row.join(" ").trim(), draft: { id: "new", name: (row[0] ?? "").trim(), levels }, problem: "" };
  });
}

function levelFrom(words: string): Level {
  const trimmed = words.trim().replace(/\s+/gu, " ");
  const [, label = trimmed, points] = WITH_POINTS.exec(trimmed) ?? [];
  return { id: label.slice(0, 100), label, ...(points !== undefined && { points: number(points) }) };
}

const number = (typed = "") => Number(typed.replace(",", "."));

function problemOf(isRead: boolean, before: readonly Criterion[], draft: Criterion | undefined): string {
  if (!isRead || !draft) return "It needs a name, and two to ten levels parted by commas, or so many points.";
  if (before.length >= MOST_CRITERIA) return `A rubric has ${MOST_CRITERIA} criteria at most.`;
  if (before.some(({ name }) => name === draft.name)) return `“${draft.name}” is there twice.`;
  return new Set(draft.levels.map(({ id }) => id)).size < draft.levels.length ? "A level is there twice." : "";
}

function withIds(criteria: readonly Criterion[], before: readonly Criterion[], newId: () => string): Criterion[] {
  const names = new Set(criteria.map(({ name }) => name));
  return criteria.map((criterion, place) => {
    const same = before.find(({ name }) => name === criterion.name);
    const inPlace = criteria.length === before.length ? before[place] : undefined;
    const renamed = inPlace && !names.has(inPlace.name) ? inPlace : undefined;
    const known = same ?? renamed;
    const levels = criterion.levels.map((level) => {
      const was = known?.levels.find(({ label }) => titleKey(label) === titleKey(level.label));
      return was ? { ...level, id: was.id, ...(!level.sentence && was.sentence && { sentence: was.sentence }) } : level;
    });
    return { ...criterion, levels, id: known?.id ?? newId(), ...(known?.weight && { weight: known.weight }) };
  });
}

/** A rubric as it is typed, to be changed. */
export function formatRubric(criteria: readonly Criterion[] = []): string {
  return criteria
    .map(({ name, levels, most }) => {
      const words = levels.map(({ label, points }) => (points === undefined ? label : `${label} (${points})`));
      return `${name}: ${most === undefined ? words.join(", ") : `${most} points`}`;
    })
    .join("\n");
}
