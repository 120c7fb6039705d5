import type Dexie from "dexie";
import type { Transaction } from "dexie";
import type { Said } from "@/core/delivery/outboxEntry";
import { readersOfLetter } from "@/core/delivery/readersOfLetter";
import type { Letter } from "@/core/delivery/round";
import type { Replacement } from "@/core/delivery/scheduledRound";
import { searchedWords } from "@/core/delivery/searchedWords";
import {
  assignmentOfToday,
  changeOfToday,
  letterOfToday,
  letterRecordOfToday,
  noteOfToday,
  pastScoresOfToday,
  recipeOfToday,
  scoresOfToday,
} from "@/core/model/formerNames";
import { PLAIN_SIGNATURE } from "@/core/model/settings";
import { blocksOf } from "./letterBlocks";
import { addToOutbox } from "./outbox";
import type { VineDatabase } from "./vineDatabase";

/** One version of the stored data: its tables with their keys, and how records of the version before become its own. */
export interface SchemaVersion {
  readonly version: number;
  /** Only the tables that are new or indexed again; null takes a table out. */
  readonly stores: Record<string, string | null>;
  /** By table: a pure function from a record of the version before to one of this version. */
  readonly records?: Record<string, (record: Record<string, unknown>) => Record<string, unknown>>;
  /** Makes records of a new table from the others, after all else. */
  readonly fill?: (transaction: Transaction) => Promise<void>;
  /** Fields that move out of a table into tables of their own, under the same id: from table, to table, field. */
  readonly apart?: readonly { readonly from: string; readonly to: string; readonly field: string }[];
  /** Tables that are copied under another name or key, each record rebuilt; the old one is taken out a version later. */
  readonly copied?: readonly {
    readonly from: string;
    readonly to: string;
    readonly record: (record: Record<string, unknown>) => Record<string, unknown>;
  }[];
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
  {
    version: 4,
    stores: {
      // Whom a letter is about and what became of it can be read from the index alone, without the letters' text.
      letters: "id, roundId, state, recipient.id, studentId, [studentId+roundId+state]",
      pastScores: "++seq",
      keptSelections: "id",
      templates: "id",
      statements: "id",
      logEntries: "id, classId",
      checklists: "id",
    },
    records: {
      notes: (record) => ({
        ...record,
        kind: "information",
        recipientChoices: {},
        perFamily: false,
        language: "en",
        variants: [],
        subject: withFieldFormats(record.subject),
        body: withFieldFormats(record.body),
      }),
      rounds: (record) => ({ ...record, noteKind: "information" }),
      settings: (record) => ({ ...record, senderName: "", replyTo: "", signature: PLAIN_SIGNATURE }),
    },
  },
  {
    version: 5,
    stores: {
      // The text of letters lies apart: a list of thousands reads none of it.
      letters: "id, roundId, state, recipient.id, studentId, noteId, [roundId+state], recipient.address",
      roundPeople: "id",
      roundWords: "id",
      letterTexts: "id",
      letterPages: "id",
      files: "digest",
      replies: "id, letterId, state",
      talks: "id, studentId, at",
    },
    apart: [
      { from: "letters", to: "letterTexts", field: "text" },
      { from: "letters", to: "letterPages", field: "html" },
    ],
    fill: fillRounds,
  },
  {
    // One word for each thing: an assignment, a grade label, a SHA-256, a server's answer; what was brought in.
    version: 6,
    stores: { broughtIn: "id, appliedAt", enclosedFiles: "sha256", changes: "++seq", drafts: "id" },
    records: {
      notes: noteOfToday,
      templates: noteOfToday,
      keptSelections: noteOfToday,
      settings: (record) => ({ ...record, signature: letterOfToday(record.signature) }),
      assignments: assignmentOfToday,
      scoreColumns: (record) => ({ ...record, scores: scoresOfToday(record.scores) }),
      pastScores: pastScoresOfToday,
      recipes: recipeOfToday,
      letters: letterRecordOfToday,
    },
    copied: [
      { from: "imports", to: "broughtIn", record: (record) => ({ ...record, change: changeOfToday(record.change) }) },
      { from: "files", to: "enclosedFiles", record: ({ digest, bytes }) => ({ sha256: digest, bytes }) },
    ],
  },
  { version: 7, stores: { imports: null, files: null } },
  { version: 8, stores: { ownColumns: "id" } },
  { version: 9, stores: { pageDesigns: "id", seatingPlans: "id, classId" } },
  {
    // Levels have points and sentences beside their labels.
    version: 10,
    stores: { rubrics: "id", bankComments: "id", markings: "id, classId", views: "id, assignmentId" },
    records: {
      assignments: assignmentOfToday,
      broughtIn: (record) => ({ ...record, change: changeOfToday(record.change) }),
    },
  },
  {
    // Notes that send themselves.
    version: 11,
    stores: { plans: "id", runs: "id, planId, state", planMemories: "id", laidRounds: "id, state", replacements: "id" },
  },
  // Where backups go by themselves.
  { version: 12, stores: { backupPlaces: "id" } },
  {
    // The words of letters, many in one record; and no index that another one does as well.
    version: 13,
    stores: {
      letterBlocks: "id, *letterIds",
      letters: "id, state, studentId, [roundId+state], recipient.address",
    },
    fill: fillBlocks,
  },
  { version: 14, stores: { letterTexts: null, letterPages: null } },
  // What the server is still to be told, which seven tables noted each in its way.
  { version: 15, stores: { outbox: "id, kind" }, fill: fillOutbox },
  { version: 16, stores: { replacements: null } },
  // Whoever reads a mailbox had what was written to it.
  { version: 17, stores: {}, fill: fillMailboxes },
];

/** The version of the data of today. */
export const NEWEST_VERSION = SCHEMA_VERSIONS.at(-1)?.version ?? 0;

/** Tells the database its versions; records are brought along, table by table, when an older one is opened. */
export function defineVersions(database: Dexie, versions: readonly SchemaVersion[]): void {
  for (const { version, stores, records = {}, apart = [], copied = [], fill } of versions) {
    database
      .version(version)
      .stores(stores)
      .upgrade(async (transaction) => {
        await migrate(transaction, records);
        for (const one of apart) await setApart(transaction, one);
        for (const one of copied) await copy(transaction, one);
        await fill?.(transaction);
      });
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

/** Who each round was to, and what a search reads of it, are kept beside it, so that neither reads the letters. */
async function fillRounds(transaction: Transaction): Promise<void> {
  const byRound = new Map<string, Letter[]>();
  await transaction.table("letters").each((letter: Letter) => {
    byRound.set(letter.roundId, [...(byRound.get(letter.roundId) ?? []), letter]);
  });
  for (const [id, letters] of byRound) {
    const people = letters.map(({ studentId, recipient }) => [studentId, recipient.id]);
    const texts = (await transaction.table("letterTexts").bulkGet(letters.map((letter) => letter.id))) as {
      text: string;
    }[];
    const words = letters.map((letter, place) => [
      letter.id,
      searchedWords({ ...letter, text: texts[place]?.text ?? "" }),
    ]);
    await transaction.table("roundPeople").put({ id, people });
    await transaction.table("roundWords").put({ id, letters: words });
  }
}

/** Into which mailbox each letter of a round went. */
async function fillMailboxes(transaction: Transaction): Promise<void> {
  const mailboxes = new Map<string, string>();
  await transaction.table("letters").each((letter: Letter) => {
    for (const [about, reader, mailbox] of readersOfLetter(letter))
      mailboxes.set(`${letter.roundId}/${about}/${reader}`, mailbox);
  });
  await transaction
    .table("roundPeople")
    .toCollection()
    .modify((row: { id: string; people: [string, string, string?][] }) => {
      row.people = row.people.map(([about, reader]) => {
        const mailbox = mailboxes.get(`${row.id}/${about}/${reader}`);
        return mailbox ? [about, reader, mailbox] : [about, reader];
      });
    });
}

/** What each table had noted for the server waits in one from now on. */
async function fillOutbox(transaction: Transaction): Promise<void> {
  const rows = async (table: string) => (await transaction.table(table).toArray()) as Record<string, unknown>[];
  const logId = String((await transaction.table("meta").get("family journal id"))?.value ?? "");
  const untoldViews = ((await transaction.table("drafts").get("untold views"))?.value ?? []) as number[];
  const said: Said[] = [
    ...(await rows("rounds")).flatMap((round): Said[] =>
      round.takeBackAskedAt === undefined ? [] : [{ kind: "take back", roundId: String(round.id) }],
    ),
    ...(await rows("laidRounds")).flatMap((laid): Said[] => {
      const isUntold = laid.state === "outdated" && laid.hasLetters === true && Number(laid.change) > Number(laid.told);
      return isUntold ? [{ kind: "outdated", roundId: String(laid.id), change: Number(laid.change) }] : [];
    }),
    ...(await rows("replacements")).map((one): Said => ({ kind: "replacement", replacement: one as Replacement })),
    ...(await rows("replies")).flatMap((reply): Said[] =>
      reply.isUntold ? [{ kind: "reply", name: String(reply.id) }] : [],
    ),
    ...(await rows("familyAnswers")).flatMap((answer): Said[] => [
      ...(answer.isUntold && answer.state !== "waiting"
        ? [{ kind: "settled" as const, answerId: String(answer.id) }]
        : []),
      ...(answer.untoldSeq === undefined ? [] : [{ kind: "answer" as const, logId, seq: Number(answer.untoldSeq) }]),
    ]),
    ...untoldViews.map((seq): Said => ({ kind: "answer", logId, seq })),
  ];
  await addToOutbox({ outbox: transaction.table("outbox") as VineDatabase["outbox"] }, said);
  await transaction.table("drafts").delete("untold views");
}

const AT_ONCE = 500;

/** Letters of one round come to stand in the same blocks; those whose words were let go stand in none. */
async function fillBlocks(transaction: Transaction): Promise<void> {
  const ids = (await transaction.table("letters").orderBy("roundId").primaryKeys()) as string[];
  for (let start = 0; start < ids.length; start += AT_ONCE) {
    const some = ids.slice(start, start + AT_ONCE);
    const texts = (await transaction.table("letterTexts").bulkGet(some)) as ({ text: string } | undefined)[];
    const pages = (await transaction.table("letterPages").bulkGet(some)) as ({ html: string } | undefined)[];
    const words = some.flatMap((id, place) => {
      const { text } = texts[place] ?? {};
      const { html } = pages[place] ?? {};
      return text === undefined || html === undefined ? [] : [{ id, text, html }];
    });
    await transaction.table("letterBlocks").bulkAdd(blocksOf(words));
  }
}

/** Moves a field into a table of its own, some hundred records at a time so that a long record does not fill the memory. */
async function setApart(
  transaction: Transaction,
  { from, to, field }: NonNullable<SchemaVersion["apart"]>[number],
): Promise<void> {
  const ids = await transaction.table(from).toCollection().primaryKeys();
  for (let start = 0; start < ids.length; start += AT_ONCE) {
    const records = (await transaction.table(from).bulkGet(ids.slice(start, start + AT_ONCE))) as Record<
      string,
      unknown
    >[];
    await transaction.table(to).bulkPut(records.map((record) => ({ id: record.id, [field]: record[field] })));
    await transaction.table(from).bulkPut(records.map(({ [field]: _moved, ...rest }) => rest));
  }
}

/** Copies a table into another one, record by record. */
async function copy(
  transaction: Transaction,
  { from, to, record }: NonNullable<SchemaVersion["copied"]>[number],
): Promise<void> {
  const keys = await transaction.table(from).toCollection().primaryKeys();
  for (const key of keys) await transaction.table(to).put(record(await transaction.table(from).get(key)));
}

/** Fields of a letter were without a format before; the usual one is empty. */
function withFieldFormats(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(withFieldFormats);
  if (typeof node !== "object" || node === null) return node;
  const { type, attrs, content } = node as { type?: string; attrs?: object; content?: unknown };
  if (type === "field") return { ...node, attrs: { format: "", upperFirst: false, ...attrs } };
  return content === undefined ? node : { ...node, content: withFieldFormats(content) };
}
