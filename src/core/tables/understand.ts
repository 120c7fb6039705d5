import { letterMarks, type MarkMeanings } from "../figures/markMeaning";
import { guessPercentReading } from "../figures/scoreCell";
import { titleKey } from "../model/titleKey";
import { withoutLabel } from "./cellMeaning";
import type { ColumnMeaning } from "./columnMeaning";
import type { KnownValues } from "./knownValues";
import type { Pile } from "./pile";
import type { RawTable } from "./rawTable";
import { type DateOrder, dateStyleOf } from "./readDate";
import { fileStem, headerKey, type Recipe, shapeId } from "./recipe";
import { kindOf, recognise, type TableShape } from "./recognise";
import { bodyRows, rowsAtLarge } from "./rowsAtLarge";
import { type BringInChoices, joinedChoices, type TableChoices } from "./tableChoices";
import type { TableKind } from "./tableKind";

/** One table of those that are brought in together. */
export interface NamedTable {
  readonly id: string;
  readonly table: RawTable;
}

/** How one table is read, after the guess, the recipe of its shape and the teacher's own word. */
export interface Understanding {
  readonly id: string;
  readonly table: RawTable;
  readonly choices: TableChoices;
  /** What the ids of new records are made with. */
  readonly idSeed: string;
  readonly recipe: Recipe | undefined;
  /** By which a recipe of this table is kept. */
  readonly shapeId: string;
  readonly kind: TableKind;
  /** Whether the kind is certain: told by the headings, a recipe or the teacher. */
  readonly kindIsSure: boolean;
  readonly shape: TableShape;
  readonly meanings: readonly ColumnMeaning[];
  /** By column: whether its meaning was told by the teacher or a recipe. */
  readonly isTold: readonly boolean[];
  readonly marks: MarkMeanings;
  readonly answers: Readonly<Record<string, string>>;
  /** What assignments are worth, by the key of their title, as it was said. */
  readonly points: Readonly<Record<string, number>>;
  /** By column. */
  readonly percents: Readonly<Record<string, "percents" | "fractions">>;
  readonly dates: { readonly order: DateOrder | undefined; readonly ambiguous?: string; readonly decisive?: string };
  readonly blanks: "leave" | "clear";
  /** What parts decimals, as its cells show or as it was said; none where neither tells. */
  readonly decimalSign: "." | "," | undefined;
  /** The class that was chosen for a file of this name before. */
  readonly rememberedClassId: string | undefined;
  /** What the tables that come along with it tell. */
  readonly pile: Pile;
}

/** A table that comes alone. */
const NO_PILE: Pile = {
  classes: new Map(),
  dateOrder: undefined,
  work: new Map(),
  numbers: new Map(),
  called: new Map(),
  namesakes: new Set(),
  categories: new Set(),
};

/** A table as it is read, by its shape, the choices of the teacher and the recipe of its shape, in this order of weight. */
export function understand(
  { id, table }: NamedTable,
  choices: BringInChoices,
  recipes: ReadonlyMap<string, Recipe>,
  known: KnownValues,
  pile: Pile = NO_PILE,
): Understanding {
  const found = recognise(table, known);
  const shapeKey = shapeId(found.titles, found.isFigure);
  const own = joinedChoices(choices.shapes?.[shapeKey] ?? {}, choices.tables[id] ?? {});
  const shape = moveHeader(found, table, own.lastHeaderRow, known);
  const recipe = recipes.get(shapeKey);
  const wereScores = recipe?.figures.includes(fileStem(table.name));
  const told = shape.meanings.map((guess, column): ColumnMeaning | undefined => {
    const title = shape.titles[column] ?? "";
    const isOpen = guess.role === "undecided";
    return (
      own.meanings?.[String(column)] ??
      (isOpen || guess.role === "not used" || guess.role === "letter grade"
        ? choices.columns?.[titleKey(title)]
        : undefined) ??
      recipe?.meanings[headerKey(title)] ??
      (isOpen && wereScores && shape.maybe[column]?.some(({ role }) => role === "scores")
        ? { role: "scores" }
        : undefined)
    );
  });
  const meanings = shape.meanings.map((guess, column) => told[column] ?? guess);
  const guessed = table.preset
    ? { kind: table.preset.kind, sure: true }
    : kindOf(meanings, shape, known.names.size === 0);
  return {
    id,
    table,
    choices: own,
    idSeed: choices.idSeed,
    recipe,
    shapeId: shapeKey,
    kind: own.kind ?? recipe?.kind ?? guessed.kind,
    kindIsSure: own.kind !== undefined || recipe !== undefined || guessed.sure,
    shape,
    meanings,
    isTold: told.map((meaning) => meaning !== undefined),
    marks: { ...lettersIn(table, shape, meanings), ...recipe?.marks, ...choices.marks },
    answers: { ...recipe?.answers, ...choices.answers },
    points: choices.points ?? {},
    percents: percentReadings(table, shape, meanings, own, recipe),
    dates: dateReading(
      table,
      shape,
      meanings,
      own.dateOrder ?? choices.dateOrder ?? pile.dateOrder ?? recipe?.dateOrder,
    ),
    blanks: own.blanks ?? recipe?.blanks ?? "leave",
    decimalSign: own.decimalSign ?? decimalSignOf(table, shape),
    rememberedClassId: recipe?.classes[fileStem(table.name)],
    pile,
  };
}

/** The header where the teacher says that it is. */
function moveHeader(
  shape: TableShape,
  table: RawTable,
  lastHeaderRow: number | undefined,
  known: KnownValues,
): TableShape {
  if (lastHeaderRow === undefined || lastHeaderRow === shape.lastHeaderRow) return shape;
  const moved = recognise({ ...table, rows: table.rows.slice(lastHeaderRow) }, known);
  return {
    ...moved,
    titles: table.rows[lastHeaderRow] ?? [],
    groups: [],
    headingRow: lastHeaderRow,
    lastHeaderRow,
    details: new Map(),
    others: new Map(),
    classOfRow: new Map(),
    dated: new Map(),
    atLarge: rowsAtLarge(table.rows, { headingRow: lastHeaderRow, lastHeaderRow }, table.rows[lastHeaderRow] ?? []),
  };
}

const lettersOf = new WeakMap<RawTable, { columns: string; marks: MarkMeanings }>();

/** What single letters mean in the columns of scores; looked up once for the same columns. */
function lettersIn(table: RawTable, shape: TableShape, meanings: readonly ColumnMeaning[]): MarkMeanings {
  const columns = meanings.flatMap(({ role }, column) => (SCORED.has(role) ? [column] : []));
  if (columns.length === 0) return {};
  const before = lettersOf.get(table);
  if (before?.columns === columns.join()) return before.marks;
  const marks = letterMarks(bodyRows(table, shape).flatMap((row) => columns.flatMap((column) => row[column] || [])));
  lettersOf.set(table, { columns: columns.join(), marks });
  return marks;
}
const SCORED: ReadonlySet<string> = new Set(["scores", "score", "status"]);

/** What parts decimals in the first rows: cells with one or two digits after it show it, if they all show the same. */
function decimalSignOf(table: RawTable, shape: TableShape): "." | "," | undefined {
  const signs = new Set<string>();
  for (const row of bodyRows(table, shape).slice(0, ROWS_SAMPLED)) {
    for (const cell of row) {
      const sign = /^[+-]?\d+([.,])(?:\d{1,2}|\d{4,})\s*%?$/.exec(cell)?.[1];
      if (sign) signs.add(sign);
    }
  }
  return signs.size === 1 ? ([...signs][0] as "." | ",") : undefined;
}
const ROWS_SAMPLED = 400;

function percentReadings(
  table: RawTable,
  shape: TableShape,
  meanings: readonly ColumnMeaning[],
  own: TableChoices,
  recipe: Recipe | undefined,
): Record<string, "percents" | "fractions"> {
  const readings: Record<string, "percents" | "fractions"> = {};
  meanings.forEach(({ role }, column) => {
    if (role !== "overall average" && role !== "category average") return;
    readings[String(column)] =
      own.percents?.[String(column)] ??
      recipe?.percents[headerKey(shape.titles[column] ?? "")] ??
      guessPercentReading(bodyRows(table, shape).map((row) => withoutLabel(row[column] ?? "")));
  });
  return readings;
}

function dateReading(
  table: RawTable,
  shape: TableShape,
  meanings: readonly ColumnMeaning[],
  answered: DateOrder | undefined,
): Understanding["dates"] {
  const isDated = meanings.map(({ role, type }) => DATED.has(role) || (role === "own column" && type !== "text"));
  const cells = isDated.includes(true)
    ? bodyRows(table, shape).flatMap((row) =>
        isDated.flatMap((dated, column) => (dated && row[column] ? [row[column] ?? ""] : [])),
      )
    : [];
  for (const row of shape.details.keys()) cells.push(...(table.rows[row] ?? []));
  const style = dateStyleOf(cells);
  return {
    // What the dates themselves tell is stronger than an answer that was given for another table.
    order: style.order ?? answered,
    ...(style.ambiguous && { ambiguous: style.ambiguous }),
    ...(style.decisive && { decisive: style.decisive }),
  };
}
const DATED: ReadonlySet<string> = new Set(["birthday", "due date", "time stamp", "joined on", "left on"]);
