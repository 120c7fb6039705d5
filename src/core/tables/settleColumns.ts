import { nameKey } from "../matching/nameKey";
import { titleKey } from "../model/titleKey";
import { shareOf } from "./cellMeaning";
import { type ColumnMeaning, type ColumnRole, isIdentity, isOfGuardian } from "./columnMeaning";
import { type ColumnGuess, type ColumnSeen, ofListColumn } from "./guessColumn";
import { meaningOfWords } from "./headingWords";
import { type KnownValues, numberKey } from "./knownValues";
import { type SecondIdentity, secondIdentities } from "./secondIdentities";

const NOT_USED: ColumnMeaning = { role: "not used" };

/** What the columns of a table are, once each was looked at beside the others. */
export interface SettledColumns {
  readonly guesses: readonly ColumnGuess[];
  readonly seconds: readonly SecondIdentity[];
}

/** What one column is depends on the others: the address beside a guardian's name is the guardian's. */
export function settleColumns(
  guesses: readonly ColumnGuess[],
  seen: readonly ColumnSeen[],
  known: KnownValues,
): SettledColumns {
  const roles = guesses.map(({ meaning }) => meaning.role);
  const has = (...wanted: ColumnRole[]) => roles.some((role) => wanted.includes(role));
  const isList = has("assignment") && has("score", "status");
  const names = namesBeside(guesses, seen);
  const named = guesses.map((guess, column) => ({ ...guess, meaning: names.get(column) ?? guess.meaning }));
  const kept = keptIdentities(named, seen);
  const places = guardianPlaces(guesses, seen);
  const hasGuardian = has("guardian name", "guardian given name", "guardian family name");
  let studentAddresses = 0;
  const settled = named.map((guess, column): ColumnGuess => {
    const { meaning } = guess;
    const { role } = meaning;
    const own = seen[column] as ColumnSeen;
    const as = (next: ColumnMeaning, because = guess.because): ColumnGuess => ({ meaning: next, maybe: [], because });
    // Numbers of another system beside the names of people who are here.
    if (role === "student number" && kept.get(role) === column && areStrange(own, guesses, seen, known))
      return { meaning: NOT_USED, maybe: [], because: "its numbers are nobody’s here" };
    if (isIdentity(role) && role !== "student address" && kept.get(role) !== column) return as(NOT_USED);
    if (role === "student address") {
      const words = meaningOfWords(own.title);
      if (guess.because || words?.owner === "student") return kept.get(role) === column ? as(meaning) : as(NOT_USED);
      studentAddresses += 1;
      if (hasGuardian && !has("guardian address"))
        return as({ role: "guardian address", guardian: meaning.guardian ?? studentAddresses });
      if (has("time stamp") || isOfFamilies(seen, roles))
        return as({ role: "guardian address", guardian: meaning.guardian ?? studentAddresses });
      return { meaning: { role: "undecided" }, maybe: ownersOf(own), because: "" };
    }
    if (isOfGuardian(role)) {
      const isAlone = role === "guardian family name" && !has("guardian given name");
      if (isAlone) return as({ ...meaning, role: "guardian name", guardian: places[column] ?? 1 });
      if (role === "language" && !hasGuardian && !has("guardian address", "student address")) return as(NOT_USED);
      return as({ ...meaning, guardian: places[column] ?? 1 });
    }
    if (isList) return role === "scores" || role === "undecided" ? as(NOT_USED) : guess;
    if (role === "score" || LIST_ROLES.includes(role)) {
      // A term beside averages says of which they are; everything else of a list may be anything in a wide table.
      if (role === "term" && has("overall average", "category average", "undecided")) return as(meaning);
      return ofListColumn(own, known);
    }
    return guess;
  });
  const overall = settled.flatMap(({ meaning: { role } }, column) => (role === "overall average" ? [column] : []));
  const isWeighted = (column: number) => /weight|ponder|gewicht|wazon|ważon/i.test(seen[column]?.title ?? "");
  const counted = overall.find((column) => !isWeighted(column)) ?? overall[0];
  return {
    guesses: settled.map((guess, column) =>
      overall.length > 1 && overall.includes(column) && column !== counted
        ? { meaning: NOT_USED, maybe: [], because: "another overall average stands beside" }
        : guess,
    ),
    seconds: secondIdentities(
      named,
      kept,
      seen.map(({ title }) => title),
    ),
  };
}

/** Whether a table is about families: it says who may be written to, or how somebody is related, or is called so. */
function isOfFamilies(seen: readonly ColumnSeen[], roles: readonly ColumnRole[]): boolean {
  return roles.includes("write to") || roles.includes("relation") || seen.some((column) => column.isOfFamilies);
}

const LIST_ROLES: readonly ColumnRole[] = [
  "assignment",
  "points possible",
  "category",
  "due date",
  "status",
  "comment",
  "term",
  "extra credit",
];

/** Whose an address may be, where the heading names no owner: of schools' own addresses the student's is likelier. */
function ownersOf({ cells }: ColumnSeen): ColumnMeaning[] {
  const isSchool =
    shareOf(cells, (cell) => /@[^@]*\b(students?|pupils?|schueler|alumnos?|eleves?|uczen)\b/i.test(cell)) > 0.5;
  const [student, guardian]: ColumnMeaning[] = [{ role: "student address" }, { role: "guardian address", guardian: 1 }];
  const owners = isSchool ? [student, guardian] : [guardian, student];
  return [...(owners as ColumnMeaning[]), { role: "own column" }, NOT_USED];
}

/** Whether no number of a column is known, while nearly all names beside it are those of students with other numbers. */
function areStrange(
  { cells }: ColumnSeen,
  guesses: readonly ColumnGuess[],
  seen: readonly ColumnSeen[],
  known: KnownValues,
): boolean {
  // Students without numbers get them from here.
  if (known.studentNumbers.size * 2 < known.names.size) return false;
  if (cells.length < FEW || cells.some((cell) => known.studentNumbers.has(numberKey(cell)))) return false;
  const names = guesses.findIndex(({ meaning }) => meaning.role === "full name");
  return names >= 0 && shareOf(seen[names]?.cells ?? [], (cell) => known.names.has(nameKey(cell))) > 0.8;
}
const FEW = 4;

/** "Nombre" beside "Apellidos" is the given name; "Name" beside "Vorname" the family name. */
function namesBeside(guesses: readonly ColumnGuess[], seen: readonly ColumnSeen[]): Map<number, ColumnMeaning> {
  const roleAt = (column: number) => guesses[column]?.meaning.role;
  const columns = guesses.map((_guess, column) => column);
  const of = (role: ColumnRole) => columns.filter((column) => roleAt(column) === role);
  const [given, family, full] = [of("given name"), of("family name"), of("full name")];
  const changed = new Map<number, ColumnMeaning>();
  const [only] = full;
  const isOneWord = (cell: string) => !/[\s,]/.test(cell.trim());
  const isBare =
    only !== undefined &&
    (/^(name|nombres?|nom|nome|naam)$/i.test((seen[only]?.title ?? "").trim()) ||
      shareOf(seen[only]?.cells ?? [], isOneWord) > 0.8);
  if (only === undefined || full.length !== 1 || !isBare) return changed;
  if (family.length === 1 && given.length === 0) changed.set(only, { role: "given name" });
  else if (given.length === 1 && family.length === 0) changed.set(only, { role: "family name" });
  return changed;
}

/** Of several columns that could name the student one counts: the one whose cells are known here, then the one whose heading says more. */
function keptIdentities(guesses: readonly ColumnGuess[], seen: readonly ColumnSeen[]): Map<ColumnRole, number> {
  const best = new Map<ColumnRole, { column: number; weight: number }>();
  guesses.forEach(({ meaning: { role }, because }, column) => {
    if (!isIdentity(role)) return;
    const words = meaningOfWords(seen[column]?.title ?? "");
    const cells = seen[column]?.cells.length ?? 0;
    const weight =
      (because ? 4 : 0) + (words?.owner === "student" ? 2 : 0) + (words?.isGeneric ? 0 : 1) + (cells > 0 ? 1 : 0);
    const known = best.get(role);
    if (!known || weight > known.weight) best.set(role, { column, weight });
  });
  return new Map([...best].map(([role, { column }]) => [role, column]));
}

/** Guardians are counted by the number in their headings, or by the words for them in the order in which they stand. */
function guardianPlaces(guesses: readonly ColumnGuess[], seen: readonly ColumnSeen[]): (number | undefined)[] {
  const words = new Map<string, number>();
  const counted = guesses.map(({ meaning }) => (isOfGuardian(meaning.role) ? meaning.guardian : undefined));
  const repeated = new Map<string, number>();
  return guesses.map(({ meaning }, column) => {
    const { role, guardian, relation } = meaning;
    if (!isOfGuardian(role) && role !== "write to") return undefined;
    if (guardian !== undefined) return guardian;
    if (relation === undefined) {
      // "Guardian, Email, Guardian, Email": the second of a kind is about the second guardian.
      const key = `${role}|${titleKey(seen[column]?.title ?? "")}`;
      const times = (repeated.get(key) ?? 0) + 1;
      repeated.set(key, times);
      return role === "guardian address" ? 1 : times;
    }
    const free = 1 + words.size + Math.max(0, ...counted.map((place) => place ?? 0));
    const place = words.get(relation) ?? free;
    words.set(relation, place);
    return place;
  });
}
