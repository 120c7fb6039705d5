import { type ColumnDataType, type Kysely, type Migration, Migrator, sql } from "kysely";
import type { Tables } from "./tables";

/** How the database came to be as it is: each step is run once, in the order of the names. */
const MIGRATIONS: Record<string, Migration> = {
  "0001 the server's memory": { up: createTables },
};

/** Brings a database up to date. Errors: as the database says; then nothing is changed. */
export async function migrate(db: Kysely<Tables>): Promise<void> {
  const { error } = await new Migrator({ db, provider: { getMigrations: async () => MIGRATIONS } }).migrateToLatest();
  if (error) throw error;
}

/** The columns of a table by type; a name that ends in ? may be empty, one that ends in ! is the number of the row. */
type Columns = Record<string, ColumnDataType | readonly [type: ColumnDataType, usual: string | number]>;

async function createTables(db: Kysely<unknown>): Promise<void> {
  const table = async (name: string, columns: Columns, primary: readonly string[] = []) => {
    let builder = db.schema.createTable(name);
    for (const [column, kind] of Object.entries(columns)) {
      const [type, usual] = typeof kind === "string" ? [kind] : kind;
      const plain = column.replace(/[?!]$/, "");
      builder = builder.addColumn(plain, type, (made) => {
        if (column.endsWith("!")) return made.primaryKey().autoIncrement();
        const filled = column.endsWith("?") ? made : made.notNull();
        return usual === undefined ? filled : filled.defaultTo(usual);
      });
    }
    if (primary.length > 0) builder = builder.addPrimaryKeyConstraint(`${name}Key`, primary as never[]);
    await builder.execute();
  };
  const index = (name: string, on: string, columns: readonly string[], isUnique = false) => {
    const builder = db.schema
      .createIndex(name)
      .on(on)
      .columns([...columns]);
    return isUnique ? builder.unique() : builder;
  };

  await table("rooms", {
    "id!": "integer",
    name: "text",
    logId: "text",
    lastSeq: ["integer", 0],
    isPaused: ["integer", 0],
    teacherName: ["text", ""],
    schoolName: ["text", ""],
    clockAheadMs: ["integer", 0],
    "mailSettings?": "text",
    "mailboxPlace?": "text",
    "formerLogId?": "text",
  });
  await table("secrets", { room: "integer", place: "integer", secret: "text" }, ["room", "place"]);
  await table("rounds", {
    "key!": "integer",
    room: "integer",
    id: "text",
    isPaused: ["integer", 0],
    wasPaused: ["integer", 0],
    outdatedBy: ["integer", 0],
    rebuiltAfter: ["integer", 0],
  });
  await index("roundsById", "rounds", ["room", "id"], true).execute();
  await table("letters", {
    "key!": "integer",
    room: "integer",
    id: "text",
    round: "integer",
    state: "text",
    "seq?": "integer",
    at: "integer",
    "dueAt?": "integer",
    "sha256?": "blob",
    post: "text",
    tries: ["integer", 0],
    "firstTriedAt?": "integer",
    "nextAt?": "integer",
    "serverAnswer?": "text",
    mayHaveIt: ["integer", 0],
    "scheduledBy?": "text",
    "replacedBy?": "text",
    "noteId?": "text",
    "studentId?": "text",
    "recipientId?": "text",
    "runAt?": "integer",
    "assignmentIds?": "text",
    gather: ["integer", 0],
  });
  await index("lettersById", "letters", ["room", "id"], true).execute();
  await index("lettersBySeq", "letters", ["room", "seq"]).execute();
  await index("lettersDue", "letters", ["room", "dueAt", "key"]).where(sql.ref("dueAt"), "is not", null).execute();
  await index("lettersOfRound", "letters", ["round"]).execute();
  await index("lettersOpen", "letters", ["room", "state"])
    .where(sql.ref("state"), "in", sql`('handed', 'held', 'deferred', 'leaving', 'staged')`)
    .execute();
  await table(
    "pending",
    {
      letter: "integer",
      room: "integer",
      body: "text",
      leavesAt: "integer",
      readSeq: "integer",
      "guardianId?": "text",
      "startBy?": "integer",
      "notAfter?": "integer",
      "gatheredFor?": "text",
      taken: ["integer", 0],
      refused: ["text", "[]"],
      "calledBack?": "text",
      "bounced?": "text",
      isOnHold: ["integer", 0],
      hadTurn: ["integer", 0],
    },
    ["letter"],
  );
  await index("pendingOfGuardian", "pending", ["room", "guardianId"]).execute();
  await db.schema
    .createTable("recipients")
    .addColumn("letter", "integer", (column) => column.notNull().references("pending.letter").onDelete("cascade"))
    .addColumn("room", "integer", (column) => column.notNull())
    .addColumn("place", "integer", (column) => column.notNull())
    .addColumn("code", "text", (column) => column.notNull())
    .addPrimaryKeyConstraint("recipientsKey", ["letter", "place", "code"])
    .execute();
  await index("recipientsByCode", "recipients", ["room", "code"]).execute();
  await table("days", { room: "integer", day: "integer", accepted: "integer" }, ["room", "day"]);
  await table("starts", { "key!": "integer", room: "integer", at: "integer" });
  await table(
    "events",
    {
      room: "integer",
      seq: "integer",
      at: "integer",
      kind: "text",
      subject: "text",
      body: "text",
      "formerSeq?": "integer",
    },
    ["room", "seq"],
  );
  await index("eventsBySubject", "events", ["room", "kind", "subject"]).execute();
  await table("optOuts", { room: "integer", post: "text", code: "text", at: "integer", by: "text" }, [
    "room",
    "post",
    "code",
  ]);
  await table(
    "wishes",
    {
      room: "integer",
      guardianId: "text",
      matter: "text",
      word: "text",
      seq: "integer",
      at: "integer",
      isLifted: ["integer", 0],
    },
    ["room", "guardianId", "matter"],
  );
  await table("cards", { room: "integer", id: "text", body: "text" }, ["room", "id"]);
  await table("cardHolds", { room: "integer", answerId: "text", code: "text" }, ["room", "answerId", "code"]);
  await index("cardHoldsByCode", "cardHolds", ["room", "code"]).execute();
  await table("viewPages", { room: "integer", id: "text", body: "text" }, ["room", "id"]);
  await table(
    "replies",
    {
      room: "integer",
      name: "text",
      fromName: "text",
      fromAddress: "text",
      subject: "text",
      text: "text",
      isUnreadable: "integer",
    },
    ["room", "name"],
  );
  await table("attachments", {
    "key!": "integer",
    room: "integer",
    sha256: "text",
    bytes: "integer",
    isWhole: "integer",
  });
  await index("attachmentsBySha256", "attachments", ["room", "sha256"], true).execute();
  await table("attachmentPieces", { attachment: "integer", place: "integer", bytes: "blob" }, ["attachment", "place"]);
  await table("letterAttachments", { letter: "integer", room: "integer", sha256: "text" }, ["letter", "sha256"]);
  await index("lettersOfAttachment", "letterAttachments", ["room", "sha256"]).execute();
  await table("messages", { room: "integer", address: "text", name: "text", at: "integer", bytes: "blob" }, [
    "room",
    "address",
    "name",
  ]);
  await table("askedAgain", { room: "integer", address: "text" }, ["room", "address"]);
  await table("setAside", { room: "integer", name: "text", bytes: "blob" }, ["room", "name"]);
}
