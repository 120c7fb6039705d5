import { unzipSync } from "fflate";
import Papa from "papaparse";
import { METADATA, ONE_ROSTER_FILES, STATUS_OF_RESULT } from "../formats/oneRosterNames";
import { ownValue } from "../model/ownValue";
import { counted } from "../words";
import type { ColumnMeaning, ColumnRole } from "./columnMeaning";
import { decodeText } from "./decodeText";
import type { RawTable, TableReading } from "./rawTable";
import { plainCell } from "./readDelimited";
import type { TableKind } from "./tableKind";

type Record_ = Readonly<Record<string, string>>;
type Tables = ReadonlyMap<string, readonly Record_[]>;

/** A zip of more than this many bytes unpacked is refused: tables of a school are far smaller. */
const MAX_UNPACKED_BYTES = 200_000_000;
const GUARDIAN_ROLES = /^(guardian|parent|relative)$/i;

/** Reads the tables of a OneRoster zip, versions 1.1 and 1.2, as terms, roster, contacts and a list of scores. */
export function readOneRoster(bytes: Uint8Array, fileName: string): TableReading {
  const problem = { ok: false, problem: { code: "not a OneRoster file", fileName } } as const;
  let tables: Tables;
  try {
    tables = unpack(bytes);
  } catch {
    return problem;
  }
  if (!tables.has("users") && !tables.has("results") && !tables.has("classes")) return problem;
  const all = of(tables, "users");
  const isEnabled = ({ enabledUser = "" }: Record_) => !/^(false|0|no)$/i.test(enabledUser);
  const users = new Map(all.filter(isEnabled).map((user) => [user.sourcedId ?? "", user]));
  const found = [
    table(fileName, "terms", "academic sessions", TERM_COLUMNS, termRows(tables)),
    table(fileName, "roster", "users and enrollments", ROSTER_COLUMNS, rosterRows(tables, users)),
    table(fileName, "contacts", "guardians", CONTACT_COLUMNS, contactRows(tables, users)),
    table(fileName, "score list", "line items and results", SCORE_COLUMNS, scoreRows(tables, users)),
  ].filter(({ rows }) => rows.length > 1);
  const [first, ...others] = found;
  const remarks = remarksOf(tables, users, all.length - users.size);
  if (first && remarks.length > 0) return { ok: true, tables: [{ ...first, remarks }, ...others] };
  return found.length > 0 ? { ok: true, tables: found } : { ok: false, problem: { code: "empty", fileName } };
}

/** What a bundle holds and is not taken, or can't be: users who are not active, references that lead nowhere, weights. */
function remarksOf(tables: Tables, users: ReadonlyMap<string, Record_>, disabled: number): string[] {
  const ids = (name: (typeof ONE_ROSTER_FILES)[number]) =>
    new Set(of(tables, name).map(({ sourcedId = "" }) => sourcedId));
  const [classes, items] = [ids("classes"), ids("lineItems")];
  const lost =
    of(tables, "enrollments").filter(
      (one) => !users.has(one.userSourcedId ?? "") || !classes.has(one.classSourcedId ?? ""),
    ).length +
    of(tables, "results").filter(
      (one) => !users.has(one.studentSourcedId ?? "") || !items.has(one.lineItemSourcedId ?? ""),
    ).length;
  const used = new Set(of(tables, "results").map(({ lineItemSourcedId = "" }) => lineItemSourcedId));
  const empty = of(tables, "lineItems").filter(({ sourcedId = "" }) => !used.has(sourcedId)).length;
  const weights = of(tables, "categories").flatMap(({ title = "", weight = "" }) =>
    weight ? [`${title} ${weight}`] : [],
  );
  const gone = of(tables, DELETED as never).length;
  return [
    disabled > 0 ? `${counted(disabled, "user")} not active in the school’s system: not taken.` : "",
    gone > 0 ? `${counted(gone, "record")} to be deleted: left as they are here.` : "",
    lost > 0 ? `${counted(lost, "record")} of somebody or something that the files don’t hold: not used.` : "",
    empty > 0 ? `${counted(empty, "assignment")} without any result: not taken.` : "",
    weights.length > 0 ? `The files weigh categories: ${weights.join(", ")}. Set it in the class’s settings.` : "",
  ].filter(Boolean);
}

/** Under this name the records that are to be deleted are counted. */
const DELETED = "to be deleted";

function unpack(bytes: Uint8Array): Tables {
  let unpacked = 0;
  const files = unzipSync(bytes, {
    filter: ({ name, originalSize }) => {
      unpacked += originalSize;
      if (unpacked > MAX_UNPACKED_BYTES) throw new Error("The zip unpacks to too much.");
      return fileOf(name) !== undefined;
    },
  });
  const deleted: Record_[] = [];
  const unpackedTables = new Map<string, readonly Record_[]>(
    Object.entries(files).map(([name, content]) => {
      const { data } = Papa.parse<string[]>(decodeText(content).text, { delimiter: ",", skipEmptyLines: "greedy" });
      const [head = [], ...rows] = data;
      const records = rows.map((row) =>
        Object.fromEntries(head.map((title, column) => [title.trim(), plainCell(row[column] ?? "")])),
      );
      // A bulk file lists what is there; a delta file also what went away, which is not taken in.
      deleted.push(...records.filter(({ status }) => status === "tobedeleted"));
      return [fileOf(name) ?? "", records.filter(({ status }) => status !== "tobedeleted")];
    }),
  );
  return unpackedTables.set(DELETED, deleted);
}

function fileOf(name: string): string | undefined {
  const base = /([A-Za-z]+)\.csv$/i.exec(name)?.[1]?.toLowerCase();
  return ONE_ROSTER_FILES.find((known) => known.toLowerCase() === base);
}

function of(tables: Tables, name: (typeof ONE_ROSTER_FILES)[number]): readonly Record_[] {
  return tables.get(name) ?? [];
}

type Columns = readonly [title: string, role: ColumnRole, guardian?: number][];

function table(fileName: string, kind: TableKind, part: string, columns: Columns, rows: string[][]): RawTable {
  return {
    name: `${fileName}: ${part}`,
    fileName,
    rows: [columns.map(([title]) => title), ...rows],
    hiddenRows: 0,
    preset: {
      kind,
      part: `OneRoster, ${part}`,
      meanings: columns.map(([, role, guardian]): ColumnMeaning => ({ role, ...(guardian && { guardian }) })),
    },
  };
}

const TERM_COLUMNS: Columns = [
  ["Term", "term"],
  ["From", "from date"],
  ["To", "to date"],
];

/** Grading periods where there are any, else terms and semesters; a school year is no term. */
function termRows(tables: Tables): string[][] {
  const sessions = of(tables, "academicSessions");
  const ofType = (pattern: RegExp) => sessions.filter(({ type = "" }) => pattern.test(type));
  const used = new Set(of(tables, "lineItems").map(({ gradingPeriodSourcedId }) => gradingPeriodSourcedId));
  const inUse = sessions.filter(({ sourcedId }) => used.has(sourcedId));
  const terms = [inUse, ofType(/^gradingPeriod$/i), ofType(/^(term|semester)$/i)].find((list) => list.length > 0) ?? [];
  const all = [...new Set([...terms, ...ofType(/^term$/i)])];
  return all.map(({ title = "", startDate = "", endDate = "" }) => [title, startDate, endDate]);
}

const ROSTER_COLUMNS: Columns = [
  ["Student number", "student number"],
  ["Given name", "given name"],
  ["Family name", "family name"],
  ["Preferred name", "preferred name"],
  ["Address", "student address"],
  ["Birthday", "birthday"],
  ["Class", "class"],
  ["Block", "block"],
];

function rosterRows(tables: Tables, users: ReadonlyMap<string, Record_>): string[][] {
  const birthdays = new Map(
    of(tables, "demographics").map(({ sourcedId = "", birthDate = "" }) => [sourcedId, birthDate]),
  );
  const classes = new Map(of(tables, "classes").map((one) => [one.sourcedId ?? "", one]));
  const rowOf = (user: Record_, schoolClass?: Record_) => [
    numberOf(user),
    user.givenName ?? "",
    user.familyName ?? "",
    user.preferredGivenName || user.preferredFirstName || user[METADATA.preferredName] || "",
    user.email ?? "",
    birthdays.get(user.sourcedId ?? "") ?? "",
    schoolClass?.title ?? "",
    schoolClass?.periods || schoolClass?.classCode || "",
  ];
  const enrolled = of(tables, "enrollments")
    .filter(({ role = "student" }) => /^student$/i.test(role))
    .flatMap(({ userSourcedId = "", classSourcedId = "" }) => {
      const user = users.get(userSourcedId);
      return user ? [{ id: userSourcedId, row: rowOf(user, classes.get(classSourcedId)) }] : [];
    });
  const inClass = new Set(enrolled.map(({ id }) => id));
  const students = rolesOf(tables);
  const others = [...users].flatMap(([id, user]) =>
    !inClass.has(id) && /^student$/i.test(students.get(id) ?? user.role ?? "") ? [rowOf(user)] : [],
  );
  return [...enrolled.map(({ row }) => row), ...others];
}

/** Version 1.2 keeps roles in a table of their own. */
function rolesOf(tables: Tables): Map<string, string> {
  const roles = new Map(of(tables, "users").map(({ sourcedId = "", role = "" }) => [sourcedId, role]));
  for (const { userSourcedId = "", role = "" } of of(tables, "roles")) roles.set(userSourcedId, role);
  return roles;
}

const CONTACT_COLUMNS: Columns = [
  ["Student number", "student number"],
  ["Guardian’s given name", "guardian given name", 1],
  ["Guardian’s family name", "guardian family name", 1],
  ["Addresses", "guardian address", 1],
  ["Relation", "relation", 1],
];

/** Agents are linked from either side: a student names its guardians, or a guardian its children. */
function contactRows(tables: Tables, users: ReadonlyMap<string, Record_>): string[][] {
  const roles = rolesOf(tables);
  const pairs = new Map<string, [student: Record_, guardian: Record_, role: string]>();
  for (const [id, user] of users) {
    for (const agentId of (user.agentSourcedIds ?? "").split(",").map((one) => one.trim())) {
      const agent = users.get(agentId);
      if (!agent) continue;
      const userIsGuardian = GUARDIAN_ROLES.test(roles.get(id) ?? "");
      const [student, guardian] = userIsGuardian ? [agent, user] : [user, agent];
      const role = roles.get(guardian.sourcedId ?? "") ?? "";
      if (!GUARDIAN_ROLES.test(role)) continue;
      pairs.set(`${student.sourcedId}|${guardian.sourcedId}`, [student, guardian, role]);
    }
  }
  return [...pairs.values()].map(([student, guardian, role]) => [
    numberOf(student),
    guardian.givenName ?? "",
    guardian.familyName ?? "",
    guardian.email ?? "",
    guardian["metadata.vinenote.relation"] || role.toLowerCase(),
  ]);
}

const SCORE_COLUMNS: Columns = [
  ["Student number", "student number"],
  ["Class", "class"],
  ["Block", "block"],
  ["Assignment", "assignment"],
  ["Category", "category"],
  ["Term", "term"],
  ["Due date", "due date"],
  ["Points possible", "points possible"],
  ["Score", "score"],
  ["Status", "status"],
  ["Comment", "comment"],
  ["Extra credit", "extra credit"],
];

function scoreRows(tables: Tables, users: ReadonlyMap<string, Record_>): string[][] {
  const byId = (name: (typeof ONE_ROSTER_FILES)[number]) =>
    new Map(of(tables, name).map((one) => [one.sourcedId ?? "", one]));
  const [classes, categories, sessions, items] = [
    byId("classes"),
    byId("categories"),
    byId("academicSessions"),
    byId("lineItems"),
  ];
  return of(tables, "results").flatMap((result) => {
    const item = items.get(result.lineItemSourcedId ?? "");
    const student = users.get(result.studentSourcedId ?? "");
    const schoolClass = item && classes.get(item.classSourcedId ?? "");
    if (!item || !student || !schoolClass) return [];
    const status =
      result[METADATA.status] ||
      flagOf(result) ||
      ownValue(STATUS_OF_RESULT, (result.scoreStatus ?? "").toLowerCase()) ||
      "";
    return [
      [
        numberOf(student),
        schoolClass.title ?? "",
        schoolClass.periods || schoolClass.classCode || "",
        item.title ?? "",
        categories.get(item.categorySourcedId ?? "")?.title ?? "",
        sessions.get(item.gradingPeriodSourcedId ?? item.academicSessionSourcedId ?? "")?.title ?? "",
        (item.dueDate ?? "").slice(0, 10),
        item.resultValueMax ?? "",
        result.score ?? "",
        status === "scored" && result.score === "" ? "handed in" : status,
        result.comment ?? "",
        item[METADATA.extraCredit] ?? "",
      ],
    ];
  });
}

/** Version 1.2 flags results beside their status. */
function flagOf(result: Record_): string {
  const isOn = (name: string) => /^(true|1|yes)$/i.test(result[name] ?? "");
  const flag = ["missing", "incomplete", "late"].find(isOn);
  return flag ?? (isOn("exempt") || isOn("excused") ? "excused" : "");
}

function numberOf(user: Record_): string {
  return user.identifier || user.sourcedId || "";
}
