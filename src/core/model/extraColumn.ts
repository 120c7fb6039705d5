import * as z from "zod";
import { daySchema } from "./day";
import { titleKey } from "./titleKey";

/** What the values of an extra column are. */
export const ownTypeSchema = z.enum(["text", "number", "date", "yes or no"]);
export type OwnType = z.infer<typeof ownTypeSchema>;

/** One value: words, a number, a day (as text, where the column's type says so), or yes and no. */
export const ownValueSchema = z.union([z.string().min(1), z.number(), z.boolean()]);
export type OwnValue = z.infer<typeof ownValueSchema>;

/**
 * A named value of each student that is no score, such as a bus or a tutor group: of the student, or of the student in one
 * class. Columns of one name in several classes are one column to whoever writes.
 */
export const extraColumnSchema = z.object({
  id: z.string().min(1),
  name: z.string().trim().min(1),
  type: ownTypeSchema,
  classId: z.union([z.literal("all"), z.string()]),
  /** The table that it came from; empty where it was typed. */
  from: z.string(),
  /** By student id. */
  values: z.record(z.string(), ownValueSchema),
});
export type ExtraColumn = z.infer<typeof extraColumnSchema>;

/** What a student has under a name, in a class; what was kept for the class goes before what was kept for the student. */
export interface ExtraColumns {
  /** One for each name, as it is written first. */
  readonly names: readonly { readonly name: string; readonly type: OwnType }[];
  has(name: string): boolean;
  valueOf(name: string, studentId: string, classId: string): { value: OwnValue; type: OwnType } | undefined;
}

const known = new WeakMap<ReadonlyMap<string, ExtraColumn>, ExtraColumns>();

/** The extra columns of a world by their names, made once for a state of them. */
export function extraColumnsOf(columns: ReadonlyMap<string, ExtraColumn>): ExtraColumns {
  let made = known.get(columns);
  if (!made) {
    made = byName(columns);
    known.set(columns, made);
  }
  return made;
}

function byName(columns: ReadonlyMap<string, ExtraColumn>): ExtraColumns {
  const groups = new Map<string, ExtraColumn[]>();
  for (const column of columns.values()) {
    const key = titleKey(column.name);
    groups.set(key, [...(groups.get(key) ?? []), column]);
  }
  return {
    names: [...groups.values()].flatMap(([first]) => (first ? [{ name: first.name, type: first.type }] : [])),
    has: (name) => groups.has(titleKey(name)),
    valueOf: (name, studentId, classId) => {
      const group = groups.get(titleKey(name)) ?? [];
      const column =
        group.find((one) => one.classId === classId && one.values[studentId] !== undefined) ??
        group.find((one) => one.classId === "all" && one.values[studentId] !== undefined) ??
        onlyElsewhere(group, studentId);
      const value = column?.values[studentId];
      return column && value !== undefined ? { value, type: column.type } : undefined;
    },
  };
}

/** A value that was kept for other classes stands for the student where they all say the same. */
function onlyElsewhere(group: readonly ExtraColumn[], studentId: string): ExtraColumn | undefined {
  const said = group.filter(({ values }) => values[studentId] !== undefined);
  return new Set(said.map(({ values }) => values[studentId])).size === 1 ? said[0] : undefined;
}

/** The extra columns that concern a class, by name. */
export function extraColumnsOfClass(columns: Iterable<ExtraColumn>, classId: string): ExtraColumn[] {
  return [...columns]
    .filter((one) => one.classId === "all" || one.classId === classId)
    .sort((a, b) => a.name.localeCompare(b.name, "en"));
}

/** A column with one value again; none clears it. */
export function withOwnValue(column: ExtraColumn, studentId: string, value: OwnValue | undefined): ExtraColumn {
  const { [studentId]: _before, ...others } = column.values;
  return { ...column, values: value === undefined ? others : { ...others, [studentId]: value } };
}

const YES = /^(yes|y|true|x|✓|✔|1|si|sí|ja|oui|tak|có|نعم)$/iu;
const NO = /^(no|n|false|0|nein|non|nie|không|لا)$/iu;

/** Yes or no in usual words of several languages, or none where a cell is neither. */
export function readYesOrNo(text: string): boolean | undefined {
  const word = text.trim();
  return YES.test(word) ? true : NO.test(word) ? false : undefined;
}

const PLAIN_NUMBER = /^[+-]?\d+(?:[.,]\d+)?$/;

/** A typed value as its column's type says; none where it is nothing of the type. Dates are days as YYYY-MM-DD. */
export function readOwnValue(text: string, type: OwnType): OwnValue | undefined {
  const plain = text.trim();
  if (!plain) return undefined;
  switch (type) {
    case "text":
      return plain;
    case "number":
      return PLAIN_NUMBER.test(plain) ? Number(plain.replace(",", ".")) : undefined;
    case "date":
      return daySchema.safeParse(plain).data;
    case "yes or no":
      return readYesOrNo(plain);
  }
}

/** A value as screens, lists and files write it. */
export function ownValueText(value: OwnValue | undefined): string {
  if (value === undefined) return "";
  return typeof value === "boolean" ? (value ? "yes" : "no") : String(value);
}
