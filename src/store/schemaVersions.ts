import type Dexie from "dexie";
import type { Transaction } from "dexie";

/** One version of the stored data: its tables with their keys, and how records of the version before become its own. */
export interface SchemaVersion {
  readonly version: number;
  /** Only the tables that are new or indexed anew. */
  readonly stores: Record<string, string>;
  /** By table: a pure function from a record of the version before to one of this version. */
  readonly records?: Record<string, (record: Record<string, unknown>) => Record<string, unknown>>;
}

/** Versions are only ever added at the end: somebody's browser may hold data of any of them. */
export const SCHEMA_VERSIONS: readonly SchemaVersion[] = [
  {
    version: 1,
    stores: {
      settings: "id",
      terms: "id",
      gradeScales: "id",
      classes: "id",
      students: "id",
      guardians: "id",
      assignments: "id, classId",
      scoreColumns: "assignmentId, classId",
      notes: "id, changedAt",
      rounds: "id, createdAt, noteId",
      letters: "id, roundId, state, recipient.id, studentId",
      imports: "id, appliedAt",
      meta: "key",
    },
  },
  {
    version: 2,
    stores: {
      averageColumns: "id, classId",
      recipes: "id",
      cards: "id",
      familyAnswers: "id, state",
    },
    records: {
      students: (record) => ({ ...record, tags: [] }),
      guardians: (record) => ({ ...record, frequency: "each letter" }),
      classes: (record) => ({ ...record, averageSource: "computed" }),
      imports: ({ fileName, classId, ...record }) => ({ ...record, fileNames: [fileName], classIds: [classId] }),
    },
  },
  {
    version: 3,
    stores: {},
    records: {
      notes: (record) => ({
        ...record,
        selection: { ...(record.selection as Record<string, unknown>), addedStudentIds: [] },
      }),
    },
  },
];

/** Tells the database its versions; records are brought along, table by table, when an older one is opened. */
export function defineVersions(database: Dexie, versions: readonly SchemaVersion[]): void {
  for (const { version, stores, records } of versions) {
    const defined = database.version(version).stores(stores);
    if (records) defined.upgrade((transaction) => migrate(transaction, records));
  }
}

async function migrate(transaction: Transaction, records: NonNullable<SchemaVersion["records"]>): Promise<void> {
  for (const [table, upgrade] of Object.entries(records)) {
    await transaction
      .table(table)
      .toCollection()
      .modify((record, holder) => {
        holder.value = upgrade(record);
      });
  }
}
