import { nameKey } from "../matching/nameKey";
import { splitName, withoutBrackets } from "../matching/splitName";
import { titleKey } from "../model/titleKey";
import { cellReader, nameInRow } from "./cellsOfRow";
import { classKey, classNameIn, isSameClass } from "./classNames";
import { isOfGuardian } from "./columnMeaning";
import { KNOWN_WORK, possibleIn, titleOf } from "./guessColumn";
import { outOf } from "./isDetailLabel";
import { type KnownValues, numberKey } from "./knownValues";
import type { RawTable } from "./rawTable";
import { type DateOrder, dateStyleOf } from "./readDate";
import { recognise, type TableShape } from "./recognise";
import { bodyRows } from "./rowsAtLarge";

/** What tables that are brought in together tell about each other. */
export interface Pile {
  /** The classes that any of them names, as they are written longest; `classInPile` finds one. */
  readonly classes: ReadonlyMap<string, string>;
  /** How dates of numbers are written, where any date of any table decides. */
  readonly dateOrder: DateOrder | undefined;
  /** By the key of their title: the assignments that are ones for certain, with their points where any table says them. */
  readonly work: ReadonlyMap<string, number | undefined>;
  /** By the key of a name: the numbers that stand beside it in any table. */
  readonly numbers: ReadonlyMap<string, ReadonlySet<string>>;
  /** Names, by their key and class, that stand twice where nobody's guardians do: two students have them. */
  readonly namesakes: ReadonlySet<string>;
  /** By the key of a name that somebody is called by: the whole name, where any table has both: "Immy (Imogen) Keel". */
  readonly called: ReadonlyMap<string, string>;
  /** The categories that any of them names, by the key of their name. */
  readonly categories: ReadonlySet<string>;
}

/** Looks at all tables once, before any is worked in. */
export function pileOf(tables: readonly RawTable[], known: KnownValues): Pile {
  const classes = new Map<string, string>();
  const work = new Map<string, number | undefined>();
  const categories = new Set<string>();
  const numbers = new Map<string, Set<string>>();
  const called = new Map<string, string>();
  const namesakes = new Set<string>();
  const dates: string[] = [];
  const nameClass = (label: string) => {
    const same = [...classes.keys()].find((key) => isSameClass(key, label)) ?? classKey(label);
    if (label.length > (classes.get(same)?.length ?? 0)) classes.set(same, label);
  };
  for (const table of tables) {
    for (const row of table.rows) for (const cell of row) for (const date of cell.match(DATES) ?? []) dates.push(date);
    if (table.preset) continue;
    const shape = recognise(table, known);
    for (const label of labelsIn(table, shape)) nameClass(label);
    const named = classOfTitles(table, shape.headingRow);
    if (named) nameClass(named);
    for (const line of shape.classOfRow.values()) nameClass(line);
    shape.meanings.forEach(({ role }, column) => {
      // What only its title says to be work, the gradebook knows already.
      if (role !== "scores" || shape.because[column] === KNOWN_WORK) return;
      const cells = bodyRows(table, shape).flatMap((row) => row[column] || []);
      const title = titleOf({ title: shape.titles[column] ?? "", cells });
      const said = [...shape.details].flatMap(([row, kind]) =>
        kind === "possible" ? (outOf(table.rows[row]?.[column] ?? "") ?? []) : [],
      )[0];
      const points = said ?? possibleIn({ title: shape.titles[column] ?? "", cells });
      work.set(titleKey(title), work.get(titleKey(title)) ?? points);
    });
    const cellOf = cellReader(shape.meanings);
    const hasFamilies = shape.meanings.some(({ role }) => isOfGuardian(role) || role === "time stamp");
    const seen = new Set<string>();
    for (const cells of bodyRows(table, shape)) {
      const [name, number] = [plainNameKey(nameInRow(cells, cellOf)), numberKey(cellOf(cells, "student number"))];
      const short = calledBy(cells, cellOf);
      const before = short && called.get(nameKey(short.called));
      if (short) {
        const isSame = before === undefined || nameKey(before) === nameKey(short.whole);
        called.set(nameKey(short.called), isSame ? short.whole : "");
      }
      const place = `${name}|${classKey(cellOf(cells, "class") || (named ?? ""))}`;
      if (name && !hasFamilies && seen.has(place)) namesakes.add(name);
      seen.add(place);
      if (name && number) numbers.set(name, (numbers.get(name) ?? new Set()).add(number));
    }
    for (const [row, kind] of shape.details)
      if (kind === "category") for (const cell of table.rows[row] ?? []) if (cell) categories.add(titleKey(cell));
    shape.groups.forEach((group, column) => {
      if (group && titleKey(group) !== titleKey(shape.titles[column] ?? "")) categories.add(titleKey(group));
    });
  }
  return {
    classes,
    dateOrder: dateStyleOf(dates).order,
    work,
    numbers,
    called: onlyOnes(called),
    namesakes,
    categories,
  };
}

/** A name that two people are called by tells nobody. */
function onlyOnes(called: ReadonlyMap<string, string>): ReadonlyMap<string, string> {
  return new Map([...called].filter(([, whole]) => whole !== ""));
}

/** The name that somebody is called by in a row, and the whole one. */
function calledBy(
  cells: readonly string[],
  cellOf: ReturnType<typeof cellReader>,
): { called: string; whole: string } | undefined {
  const { text, preferredName } = withoutBrackets(nameInRow(cells, cellOf));
  const preferred = cellOf(cells, "preferred name") || preferredName;
  if (!preferred || !text) return undefined;
  const { givenName, familyName } = splitName(text, cellOf(cells, "family name"));
  const given = cellOf(cells, "given name") ? withoutBrackets(cellOf(cells, "given name")).text : givenName;
  const family = cellOf(cells, "family name") || familyName;
  if (!family || nameKey(preferred) === nameKey(given)) return undefined;
  return { called: `${preferred} ${family}`, whole: `${given} ${family}` };
}

/** A name as it compares, without what somebody is called beside it. */
export function plainNameKey(name: string): string {
  return nameKey(withoutBrackets(name).text);
}

/** A class as the tables of a pile name it longest. */
export function classInPile({ classes }: Pile, label: string): string | undefined {
  const key = [...classes.keys()].find((one) => isSameClass(one, label));
  return key === undefined ? undefined : classes.get(key);
}

const DATES = /\b\d{1,2}[./-]\d{1,2}[./-](?:\d{4}|\d{2})\b/g;

/** The labels of classes in a column for them. */
function labelsIn(table: RawTable, { meanings, titles, ...shape }: TableShape): string[] {
  const column = meanings.findIndex(({ role }) => role === "class");
  if (column < 0) return [];
  const isOther = (cell: string) => cell === "" || cell === titles[column];
  return [...new Set(bodyRows(table, shape).flatMap((row) => (isOther(row[column] ?? "") ? [] : [row[column] ?? ""])))];
}

/** The class that the lines above the headings, the sheet or the file name; none where they name none. */
export function classOfTitles({ name, fileName, rows }: RawTable, headingRow: number): string | undefined {
  const sheet = name.slice(fileName.length).replace(/^:\s*/, "");
  const lines = rows.slice(0, Math.max(0, headingRow)).filter((row) => row.filter(Boolean).length <= 2);
  const texts = [...lines.flat().filter(Boolean), sheet, fileName];
  return texts.flatMap((text) => [text, ...text.split(/ [-–—|:] |[:|]/)].flatMap((part) => classNameIn(part) ?? []))[0];
}
