import type { MarkMeanings } from "../figures/markMeaning";
import { guessPercentReading } from "../figures/scoreCell";
import { nameKey } from "../matching/nameKey";
import type { World } from "../model/world";
import type { ColumnMeaning } from "./columnMeaning";
import type { RawTable } from "./rawTable";
import { type DateOrder, dateStyleOf } from "./readDate";
import { fileStem, headerKey, type Recipe, shapeId } from "./recipe";
import { type KnownNames, recognise, type TableShape } from "./recognise";
import type { BringInChoices, TableChoices } from "./tableChoices";
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
  readonly marks: MarkMeanings;
  readonly answers: Readonly<Record<string, string>>;
  /** By column. */
  readonly percents: Readonly<Record<string, "percents" | "fractions">>;
  readonly dates: { readonly order: DateOrder | undefined; readonly ambiguous?: string; readonly decisive?: string };
  readonly blanks: "leave" | "clear";
  /** The class that was chosen for a file of this name before. */
  readonly rememberedClassId: string | undefined;
}

/** The names that a gradebook has for its categories and assignments, as they are compared. */
export function namesIn(world: Pick<World, "classes" | "assignments">): KnownNames {
  const categories = [...world.classes.values()].flatMap((one) => one.categories.map(({ name }) => nameKey(name)));
  return {
    categories: new Set(categories),
    assignments: new Set([...world.assignments.values()].map(({ title }) => nameKey(title))),
  };
}

/** A table as it is read, by its shape, the choices of the teacher and the recipe of its shape, in this order of weight. */
export function understand(
  { id, table }: NamedTable,
  choices: BringInChoices,
  recipes: ReadonlyMap<string, Recipe>,
  known: KnownNames,
): Understanding {
  const own = choices.tables[id] ?? {};
  const shape = moveHeader(recognise(table, known), table, own.lastHeaderRow, known);
  const shapeKey = shapeId(shape.titles, shape.meanings);
  const recipe = recipes.get(shapeKey);
  const meanings = shape.meanings.map(
    (guess, column): ColumnMeaning =>
      own.meanings?.[String(column)] ?? recipe?.meanings[headerKey(shape.titles[column] ?? "")] ?? guess,
  );
  return {
    id,
    table,
    choices: own,
    idSeed: choices.idSeed,
    recipe,
    shapeId: shapeKey,
    kind: own.kind ?? recipe?.kind ?? shape.kind,
    kindIsSure: own.kind !== undefined || recipe !== undefined || shape.sure,
    shape,
    meanings,
    marks: { ...recipe?.marks, ...choices.marks },
    answers: { ...recipe?.answers, ...choices.answers },
    percents: percentReadings(table, shape, meanings, own, recipe),
    dates: dateReading(table, shape, meanings, own.dateOrder ?? choices.dateOrder ?? recipe?.dateOrder),
    blanks: own.blanks ?? recipe?.blanks ?? "leave",
    rememberedClassId: recipe?.classes[fileStem(table.name)],
  };
}

/** The header where the teacher says that it is. */
function moveHeader(
  shape: TableShape,
  table: RawTable,
  lastHeaderRow: number | undefined,
  known: KnownNames,
): TableShape {
  if (lastHeaderRow === undefined || lastHeaderRow === shape.lastHeaderRow) return shape;
  const moved = recognise({ ...table, rows: table.rows.slice(lastHeaderRow) }, known);
  return {
    ...moved,
    titles: table.rows[lastHeaderRow] ?? [],
    groups: [],
    lastHeaderRow,
    detailRows: [],
  };
}

function percentReadings(
  table: RawTable,
  { lastHeaderRow, titles }: TableShape,
  meanings: readonly ColumnMeaning[],
  own: TableChoices,
  recipe: Recipe | undefined,
): Record<string, "percents" | "fractions"> {
  const readings: Record<string, "percents" | "fractions"> = {};
  meanings.forEach(({ role }, column) => {
    if (role !== "overall average" && role !== "category average") return;
    readings[String(column)] =
      own.percents?.[String(column)] ??
      recipe?.percents[headerKey(titles[column] ?? "")] ??
      guessPercentReading(table.rows.slice(lastHeaderRow + 1).map((row) => row[column] ?? ""));
  });
  return readings;
}

function dateReading(
  table: RawTable,
  { lastHeaderRow, detailRows }: TableShape,
  meanings: readonly ColumnMeaning[],
  answered: DateOrder | undefined,
): Understanding["dates"] {
  const cells = table.rows
    .slice(lastHeaderRow + 1)
    .flatMap((row) =>
      meanings.flatMap(({ role }, column) =>
        role === "birthday" || role === "due date" || role === "time stamp" ? [row[column] ?? ""] : [],
      ),
    );
  for (const row of detailRows) cells.push(...(table.rows[row] ?? []));
  const style = dateStyleOf(cells);
  return {
    // What the dates themselves tell is stronger than an answer that was given for another table.
    order: style.order ?? answered,
    ...(style.ambiguous && { ambiguous: style.ambiguous }),
    ...(style.decisive && { decisive: style.decisive }),
  };
}
