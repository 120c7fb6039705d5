import * as z from "zod";
import { broughtInSchema } from "@/core/change/broughtIn";
import { changeEntrySchema } from "@/core/change/changeEntry";
import { outboxEntrySchema } from "@/core/delivery/outboxEntry";
import { planMemorySchema, runSchema } from "@/core/delivery/plans/run";
import { replySchema } from "@/core/delivery/reply";
import { letterSchema, roundSchema } from "@/core/delivery/round";
import { scheduledRoundSchema } from "@/core/delivery/scheduledRound";
import { familyAnswerSchema } from "@/core/families/familyEvent";
import { CHANGE_SCHEMAS } from "@/core/model/changeTables";
import { sha256Schema } from "@/core/model/enclosure";
import { pastScoresSchema } from "@/core/model/pastScores";
import { recipeSchema } from "@/core/tables/recipe";

/** What the browser keeps about itself, such as how far the server's log has been read. */
const metaRecordSchema = z.object({ key: z.string(), value: z.union([z.string(), z.number()]) });

/** Whom the letters of a round are about and to, in its order; under the round's id. */
const roundPeopleSchema = z.object({
  id: z.string(),
  /** Student, recipient and, by `mailboxKey`, the mailbox; of a round of before that is not known. */
  people: z.array(z.tuple([z.string(), z.string()]).rest(z.string())),
  /** By student and recipient: what letters are remembered by. */
  marks: z
    .record(
      z.string(),
      z.object({
        said: z.record(z.string(), z.string()).optional(),
        assignmentIds: z.array(z.string()).optional(),
        told: z.array(z.string()).optional(),
      }),
    )
    .optional(),
});

/** What a search reads of the letters of a round, by letter id: one record is read many times as fast as hundreds. */
const roundWordsSchema = z.object({ id: z.string(), letters: z.array(z.tuple([z.string(), z.string()])) });

/** Something begun and not kept yet, to be taken up again: its shape is the screen's own. `at` in ms since the epoch. */
const draftSchema = z.object({ id: z.string(), at: z.number(), value: z.unknown() });

/** Where backups go by themselves, with what opens them, and how the last one went. All moments in ms since the epoch. */
const backupPlaceSchema = z.object({
  id: z.literal("backup"),
  /** A folder of this computer; only the browser can read what names it. */
  folder: z.custom<FileSystemDirectoryHandle>((value) => typeof value === "object" && value !== null).optional(),
  folderName: z.string().optional(),
  passphrase: z.string().optional(),
  /** What opens the files beside the backups of the folder. */
  identity: z.string().optional(),
  /** When the last backup was made, in whatever way. */
  lastAt: z.number().optional(),
  /** Why the last one could not be made, in words. */
  trouble: z.string().optional(),
  /** Since when a round has left, or something was changed, of which there is no backup. */
  wantedAt: z.number().optional(),
});
export type BackupPlace = z.infer<typeof backupPlaceSchema>;

interface TableEntry {
  /** The key and the indexes, as Dexie writes them. */
  readonly keys: string;
  readonly schema: z.ZodType;
  /** Whether a backup holds it; what is of this browser alone is kept here only. */
  readonly backup: "in the backup" | "kept here only";
}

/** No block of letters unpacks to more. */
const MAX_BLOCK_BYTES = 64 * 1024 * 1024;

const entry = <Schema extends z.ZodType>(
  keys: string,
  schema: Schema,
  backup: TableEntry["backup"] = "in the backup",
) => ({ keys, schema, backup });

/**
 * Every table of the browser's database, with its key, its indexes and the shape of its records. A test fails when the
 * database has a table that is not named here, or the other way round. How older data becomes this stands in
 * `schemaVersions.ts`.
 */
export const TABLES = {
  settings: entry("id", CHANGE_SCHEMAS.settings),
  terms: entry("id", CHANGE_SCHEMAS.terms),
  gradeScales: entry("id", CHANGE_SCHEMAS.gradeScales),
  classes: entry("id", CHANGE_SCHEMAS.classes),
  students: entry("id", CHANGE_SCHEMAS.students),
  guardians: entry("id", CHANGE_SCHEMAS.guardians),
  assignments: entry("id, classId", CHANGE_SCHEMAS.assignments),
  scoreColumns: entry("assignmentId, classId", CHANGE_SCHEMAS.scoreColumns),
  averageColumns: entry("id, classId", CHANGE_SCHEMAS.averageColumns),
  statements: entry("id", CHANGE_SCHEMAS.statements),
  logEntries: entry("id, classId", CHANGE_SCHEMAS.logEntries),
  checklists: entry("id", CHANGE_SCHEMAS.checklists),
  ownColumns: entry("id", CHANGE_SCHEMAS.ownColumns),
  pageDesigns: entry("id", CHANGE_SCHEMAS.pageDesigns),
  seatingPlans: entry("id, classId", CHANGE_SCHEMAS.seatingPlans),
  rubrics: entry("id", CHANGE_SCHEMAS.rubrics),
  bankComments: entry("id", CHANGE_SCHEMAS.bankComments),
  markings: entry("id, classId", CHANGE_SCHEMAS.markings),
  views: entry("id, assignmentId", CHANGE_SCHEMAS.views),
  notes: entry("id, changedAt", CHANGE_SCHEMAS.notes),
  /** What makes notes automatic notes, their runs, and what they remember. */
  plans: entry("id", CHANGE_SCHEMAS.plans),
  runs: entry("id, planId, state", runSchema),
  planMemories: entry("id", planMemorySchema),
  /** What is scheduled leaves from this browser alone. */
  laidRounds: entry("id, state", scheduledRoundSchema, "kept here only"),
  /** What the server is still to be told. */
  outbox: entry("id, kind", outboxEntrySchema, "kept here only"),
  templates: entry("id", CHANGE_SCHEMAS.templates),
  keptSelections: entry("id", CHANGE_SCHEMAS.keptSelections),
  cards: entry("id", CHANGE_SCHEMAS.cards),
  talks: entry("id, studentId, at", CHANGE_SCHEMAS.talks),
  /** What was brought in, with the change that it made. */
  broughtIn: entry("id, appliedAt", broughtInSchema),
  recipes: entry("id", recipeSchema),
  rounds: entry("id, createdAt, noteId", roundSchema),
  letters: entry("id, state, studentId, [roundId+state], recipient.address", letterSchema),
  /** The words of letters, many in one record: the base64 of DEFLATE (RFC 1951) of a JSON list, and how long that is. */
  letterBlocks: entry(
    "id, *letterIds",
    z.object({
      id: z.string(),
      letterIds: z.array(z.string()).min(1),
      packed: z.string(),
      bytes: z.number().int().min(0).max(MAX_BLOCK_BYTES),
    }),
  ),
  roundPeople: entry("id", roundPeopleSchema),
  roundWords: entry("id", roundWordsSchema),
  /** What goes along with letters. */
  enclosedFiles: entry("sha256", z.object({ sha256: sha256Schema, bytes: z.instanceof(ArrayBuffer) })),
  replies: entry("id, letterId, state", replySchema),
  familyAnswers: entry("id, state", familyAnswerSchema),
  /** What scores were before, in the order in which it happened. */
  pastScores: entry("++seq", pastScoresSchema.extend({ seq: z.number() })),
  /** The list of changes, in the order in which they were made. */
  changes: entry("++seq", changeEntrySchema, "kept here only"),
  drafts: entry("id", draftSchema, "kept here only"),
  backupPlaces: entry("id", backupPlaceSchema, "kept here only"),
  meta: entry("key", metaRecordSchema, "kept here only"),
} satisfies Record<string, TableEntry>;

export type TableName = keyof typeof TABLES;
/** The record of a table. */
export type RecordOf<Name extends TableName> = z.infer<(typeof TABLES)[Name]["schema"]>;
