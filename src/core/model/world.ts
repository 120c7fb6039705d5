import type * as z from "zod";
import { type Assignment, assignmentSchema } from "./assignment";
import { type AverageColumn, averageColumnSchema } from "./averageColumn";
import { type BankComment, bankCommentSchema } from "./bankComment";
import { type Checklist, checklistSchema } from "./checklist";
import { type ExtraColumn, extraColumnSchema } from "./extraColumn";
import { type GradeScale, gradeScaleSchema } from "./gradeScale";
import { type Guardian, guardianSchema } from "./guardian";
import { type LogEntry, logEntrySchema } from "./logEntry";
import { type Marking, markingSchema } from "./marking";
import { type PageDesign, pageDesignSchema } from "./pageDesign";
import { type Rubric, rubricSchema } from "./rubric";
import { type SchoolClass, schoolClassSchema } from "./schoolClass";
import { type ScoreColumn, scoreColumnSchema } from "./score";
import { type SeatingPlan, seatingPlanSchema } from "./seatingPlan";
import { type Settings, settingsSchema } from "./settings";
import { type Statement, statementSchema } from "./statement";
import { type Student, studentSchema } from "./student";
import { type Term, termSchema } from "./term";
import { type View, viewSchema } from "./view";

/** Everything known about the families and the gradebook: the records that figures and letters are made from. */
export interface WorldTables {
  settings: Settings;
  terms: Term;
  gradeScales: GradeScale;
  classes: SchoolClass;
  students: Student;
  guardians: Guardian;
  assignments: Assignment;
  scoreColumns: ScoreColumn;
  averageColumns: AverageColumn;
  statements: Statement;
  logEntries: LogEntry;
  checklists: Checklist;
  ownColumns: ExtraColumn;
  pageDesigns: PageDesign;
  seatingPlans: SeatingPlan;
  rubrics: Rubric;
  bankComments: BankComment;
  markings: Marking;
  views: View;
}
export type WorldTable = keyof WorldTables;

/** What the records of each table must be. */
export const WORLD_SCHEMAS: { [T in WorldTable]: z.ZodType<WorldTables[T]> } = {
  settings: settingsSchema,
  terms: termSchema,
  gradeScales: gradeScaleSchema,
  classes: schoolClassSchema,
  students: studentSchema,
  guardians: guardianSchema,
  assignments: assignmentSchema,
  scoreColumns: scoreColumnSchema,
  averageColumns: averageColumnSchema,
  statements: statementSchema,
  logEntries: logEntrySchema,
  checklists: checklistSchema,
  ownColumns: extraColumnSchema,
  pageDesigns: pageDesignSchema,
  seatingPlans: seatingPlanSchema,
  rubrics: rubricSchema,
  bankComments: bankCommentSchema,
  markings: markingSchema,
  views: viewSchema,
};
/** The names of the tables, in the order in which they are read and written. */
export const WORLD_TABLES = Object.keys(WORLD_SCHEMAS) as WorldTable[];

/** The field that names a record: a column of scores goes by its assignment. */
function keyOf<T extends WorldTable>(table: T, record: WorldTables[T]): string {
  return table === "scoreColumns" ? (record as ScoreColumn).assignmentId : (record as { id: string }).id;
}

export type World = { readonly [T in WorldTable]: ReadonlyMap<string, WorldTables[T]> };
export type WorldRecords = { [T in WorldTable]: WorldTables[T][] };

/** A world in which there is nothing, not even settings. */
export function emptyWorldRecords(): WorldRecords {
  return Object.fromEntries(WORLD_TABLES.map((table) => [table, []])) as unknown as WorldRecords;
}

/** The records by their keys. */
export function worldOf(records: WorldRecords): World {
  const byKey = <T extends WorldTable>(table: T) =>
    new Map(records[table].map((record) => [keyOf(table, record), record]));
  return Object.fromEntries(WORLD_TABLES.map((table) => [table, byKey(table)])) as unknown as World;
}

/** All records of a world as plain lists. */
export function recordsOf(world: World): WorldRecords {
  return Object.fromEntries(
    WORLD_TABLES.map((table) => [table, [...world[table].values()]]),
  ) as unknown as WorldRecords;
}
