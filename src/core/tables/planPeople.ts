import { applyChange, type Change, setRows } from "../change/change";
import { addressesIn, withoutCopies } from "../matching/addressesIn";
import { isGoodAddress } from "../matching/isGoodAddress";
import { type Families, GuardianDirectory, mergeGuardian, type PersonDifference } from "../matching/mergeGuardian";
import { nameKey } from "../matching/nameKey";
import { NOTHING_SAID, type SaidOfGuardian, saysSomebody } from "../matching/saidOfGuardian";
import { withoutBrackets } from "../matching/splitName";
import type { Guardian } from "../model/guardian";
import { classLabel } from "../model/schoolClass";
import { fullName, type Student } from "../model/student";
import type { World } from "../model/world";
import { cellReader, nameInRow } from "./cellsOfRow";
import type { ColumnMeaning, ColumnRole } from "./columnMeaning";
import type { JoinedRow } from "./joinRows";
import { fullerNumber } from "./knownValues";
import { readDate } from "./readDate";
import { asksForNoLetters, readPermission } from "./readPermission";
import type { Understanding } from "./understand";

/** What a table changes about one student and the guardians. */
export interface PersonPlan {
  readonly studentId: string;
  readonly isNew: boolean;
  readonly differences: readonly PersonDifference[];
}

/** What a table of people would change, and what of it is worth a look first. */
export interface PeoplePlan {
  readonly people: readonly PersonPlan[];
  /** Addresses that are taken in as they stand and can't be written to. */
  readonly badAddresses: readonly string[];
  /** Students whose name the table writes otherwise: nobody is renamed by a table. */
  readonly otherNames: readonly { studentId: string; written: string }[];
  /** Who wants no letters by what the table says, by id. */
  readonly refused: readonly string[];
  readonly change: Change;
  readonly after: World;
}

/** Works the rows of a roster, of contacts or of form answers into the families. Of several answers for one family the last counts. */
export function planPeople(read: Understanding, rows: readonly JoinedRow[], before: World, world: World): PeoplePlan {
  const families: Families = {
    students: new Map(world.students),
    guardians: new Map(world.guardians),
    idSeed: read.idSeed,
  };
  const directory = new GuardianDirectory(families);
  const cellOf = cellReader(read.meanings);
  const badAddresses = new Set<string>();
  const isCut = cutAddresses(read);
  const otherNames = new Map<string, string>();
  const optOuts: string[] = [];
  const byStudent = new Map<string, PersonDifference[]>();
  for (const { row, studentId } of inOrderOfTime(read, rows, cellOf)) {
    const student = studentId && families.students.get(studentId);
    if (!student || !studentId) continue;
    const cells = read.table.rows[row] ?? [];
    const found = byStudent.get(studentId) ?? [];
    byStudent.set(studentId, found);
    const next = studentAfter(read, student, cells, cellOf, badAddresses);
    const written = nameInRow(cells, cellOf);
    if (written && nameKey(written) !== nameKey(fullName(student)) && !isCalledSo(student, written))
      otherNames.set(studentId, written);
    families.students.set(studentId, next);
    found.push(...studentDifferences(before.students.get(studentId), student, next));
    const named = guardiansOf(cells, read.meanings, { asWritten: read.table.preset !== undefined, isCut });
    for (const address of addressesWritten(cells, read.meanings))
      if (!isGoodAddress(address) || isCut(address)) badAddresses.add(address);
    for (const said of named) {
      found.push(...mergeGuardian(families, directory, studentId, said));
    }
    optOuts.push(...refusals(read, cells, named, families, studentId));
  }
  const change: Change = {
    students: setRows<"students">(world.students, changed(world.students, families.students)),
    guardians: setRows<"guardians">(world.guardians, changed(world.guardians, families.guardians)),
  };
  const people = [...byStudent].flatMap(([studentId, list]): PersonPlan[] => {
    const isNew = !before.students.has(studentId);
    const enrolled = enrolments(studentId, before, world);
    const differences = isNew ? [...enrolled, ...list] : [...list, ...enrolled];
    return isNew || differences.length > 0 ? [{ studentId, isNew, differences }] : [];
  });
  return {
    people,
    badAddresses: [...badAddresses],
    otherNames: [...otherNames].map(([studentId, written]) => ({ studentId, written })),
    refused: [...new Set(optOuts)],
    change,
    after: applyChange(world, change),
  };
}

function changed<Row>(before: ReadonlyMap<string, Row>, after: ReadonlyMap<string, Row>): [string, Row][] {
  return [...after].filter(([key, row]) => before.get(key) !== row);
}

/** Form answers by the time they were given; others as they stand. */
function inOrderOfTime(read: Understanding, rows: readonly JoinedRow[], cellOf: ReturnType<typeof cellReader>) {
  if (read.kind !== "form answers") return rows;
  const stampOf = ({ row }: JoinedRow) => {
    const text = cellOf(read.table.rows[row] ?? [], "time stamp");
    const day = readDate(text, read.dates.order) ?? "";
    return `${day} ${/\d{1,2}:\d{2}(:\d{2})?/.exec(text)?.[0].padStart(8, "0") ?? ""}`;
  };
  return rows
    .map((row) => ({ row, at: stampOf(row) }))
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
    .map(({ row }) => row);
}

function isCalledSo(student: Student, written: string): boolean {
  const { text, preferredName } = withoutBrackets(written);
  const called = student.preferredName ?? preferredName;
  return [fullName(student), `${called} ${student.familyName}`].some((name) => nameKey(name) === nameKey(text));
}

/** A student with what a row says: nobody is renamed, and no address that is there gives way to one that is none. */
function studentAfter(
  read: Understanding,
  student: Student,
  cells: readonly string[],
  cellOf: ReturnType<typeof cellReader>,
  badAddresses: Set<string>,
): Student {
  const inBrackets = withoutBrackets(nameInRow(cells, cellOf)).preferredName;
  const preferred = student.preferredName || cellOf(cells, "preferred name") || inBrackets;
  const birthday = readDate(cellOf(cells, "birthday"), read.dates.order);
  const tags = cellOf(cells, "group tag")
    .split(/[;,/]/)
    .map((tag) => tag.trim())
    .filter(Boolean);
  const said = addressesIn(cellOf(cells, "student address"));
  for (const address of said) if (!isGoodAddress(address)) badAddresses.add(address);
  const good = said.find(isGoodAddress);
  const isKnown = good !== undefined && good.toLowerCase() === student.address?.toLowerCase();
  const address = isKnown ? student.address : (good ?? student.address);
  return {
    ...student,
    studentNumber: fullerNumber(student.studentNumber, cellOf(cells, "student number")),
    ...(preferred && preferred !== student.givenName && { preferredName: preferred }),
    ...(birthday && { birthday }),
    ...(address && { address }),
    tags: [...new Set([...student.tags, ...tags])],
  };
}

/** Columns that may hold a remark. */
const REMARKS: ReadonlySet<ColumnRole> = new Set(["own column", "comment", "not used", "comment on scores"]);

/** Whether any row asks in a remark not to be written to. */
export function hasRefusingRemarks({ meanings, table, shape }: Understanding): boolean {
  const columns = meanings.flatMap(({ role }, column) => (REMARKS.has(role) ? [column] : []));
  return table.rows.some(
    (cells, row) => row > shape.lastHeaderRow && columns.some((column) => asksForNoLetters(cells[column] ?? "")),
  );
}

/** Who says in a row that they want no letters: the guardian whom the column is about, or else the family and the student. */
function refusals(
  read: Understanding,
  cells: readonly string[],
  named: readonly SaidOfGuardian[],
  families: Families,
  studentId: string,
): string[] {
  return read.meanings.flatMap(({ role, isNegative = false, guardian }, column) => {
    const cell = cells[column] ?? "";
    const student = families.students.get(studentId);
    const isRefused = role === "write to" ? isNo(cell, isNegative) : REMARKS.has(role) && asksForNoLetters(cell);
    if (!isRefused || !student) return [];
    const place = guardian ?? (named.length === 1 ? 1 : undefined);
    const wanted = place === undefined ? undefined : named[place - 1];
    const all = student.guardians.flatMap(({ guardianId }) => families.guardians.get(guardianId) ?? []);
    const meant = wanted ? all.filter((one) => isMeant(one, wanted)) : all;
    for (const one of meant) families.guardians.set(one.id, { ...one, confirmation: "declined" });
    if (!wanted) families.students.set(studentId, { ...student, confirmation: "declined" });
    return [...meant.map(({ id }) => id), ...(wanted ? [] : [studentId])];
  });
}

/** Whether an answer is a no; words that nobody understands are taken for one. */
function isNo(cell: string, isNegative: boolean): boolean {
  const answer = readPermission(cell);
  return answer !== undefined && (answer === "unclear" || answer === isNegative);
}

function isMeant(guardian: Guardian, said: SaidOfGuardian): boolean {
  const name = nameKey(said.name || `${said.givenName} ${said.familyName}`);
  const addresses = said.addresses.map((one) => one.toLowerCase());
  return (
    (name !== "" && nameKey(fullName(guardian)) === name) ||
    guardian.addresses.some((one) => addresses.includes(one.toLowerCase()))
  );
}

function studentDifferences(known: Student | undefined, student: Student, next: Student): PersonDifference[] {
  if (!known) return [];
  const rows: [string, string, string][] = [
    ["given name", student.givenName, next.givenName],
    ["family name", student.familyName, next.familyName],
    ["preferred name", student.preferredName ?? "", next.preferredName ?? ""],
    ["student number", student.studentNumber, next.studentNumber],
    ["student’s address", student.address ?? "", next.address ?? ""],
    ["birthday", student.birthday ?? "", next.birthday ?? ""],
    ["group tags", student.tags.join(", "), next.tags.join(", ")],
  ];
  return rows.flatMap(([what, from, to]) => (from === to ? [] : [{ what, from, to }]));
}

function enrolments(studentId: string, before: World, after: World): PersonDifference[] {
  return [...after.classes.values()].flatMap((schoolClass) => {
    const was = before.classes.get(schoolClass.id)?.studentIds.includes(studentId) ?? false;
    const is = schoolClass.studentIds.includes(studentId);
    return is && !was ? [{ what: "class", from: "", to: classLabel(schoolClass) }] : [];
  });
}

/** Tells addresses whose end was cut off: others of the table have all that they have behind the @, and more. */
function cutAddresses({ table, meanings }: Understanding): (address: string) => boolean {
  const columns = meanings.flatMap(({ role }, column) => (role === "guardian address" ? [column] : []));
  const domains = new Set(
    table.rows.flatMap((row) =>
      columns.flatMap((column) =>
        [...(row[column] ?? "").matchAll(/@([^\s@<>;,/|]+)/g)].map(([, domain]) => domain ?? ""),
      ),
    ),
  );
  return (address) => {
    const domain = address.split("@")[1] ?? "";
    return [...domains].some((other) => other.startsWith(`${domain}.`));
  };
}

/** What stands where addresses of guardians belong. */
function addressesWritten(cells: readonly string[], meanings: readonly ColumnMeaning[]): string[] {
  return meanings.flatMap(({ role }, column) =>
    role === "guardian address" ? addressesIn(withoutCopies(cells[column] ?? "")) : [],
  );
}

/** The guardians that a row speaks of: one for each number in the headings. */
function guardiansOf(
  cells: readonly string[],
  meanings: readonly ColumnMeaning[],
  { asWritten, isCut }: { asWritten: boolean; isCut: (address: string) => boolean },
): SaidOfGuardian[] {
  const places = [...new Set(meanings.flatMap(({ guardian }) => guardian ?? []))].sort((a, b) => a - b);
  return places
    .map((place): SaidOfGuardian => {
      const all = (role: ColumnRole) =>
        meanings.flatMap((meaning, column) =>
          meaning.role === role && (meaning.guardian ?? 1) === place && cells[column] ? [cells[column] ?? ""] : [],
        );
      const one = (role: ColumnRole) => all(role)[0] ?? "";
      return {
        ...NOTHING_SAID,
        name: one("guardian name"),
        givenName: one("guardian given name"),
        familyName: one("guardian family name"),
        // What is no address is told, and stands on no letter.
        addresses: all("guardian address")
          .map(withoutCopies)
          .flatMap(addressesIn)
          .filter((address) => asWritten || (isGoodAddress(address) && !isCut(address))),
        relation: one("relation").toLowerCase() || relationOf(meanings, place),
        language: one("language"),
        frequency: one("frequency"),
      };
    })
    .filter(saysSomebody);
}

/** How a guardian is related by the heading alone: "Mother". */
function relationOf(meanings: readonly ColumnMeaning[], place: number): string {
  return meanings.find(({ guardian, relation }) => guardian === place && relation)?.relation ?? "";
}
