import { sameData } from "../change/change";
import { type MarkMeaning, markKey } from "../figures/markMeaning";
import type { ColumnMeaning } from "./columnMeaning";
import type { TablePlan } from "./planBringIn";
import { fileStem, headerKey, type Recipe } from "./recipe";
import { outlivesTable } from "./rowKeys";

/** The recipes to keep after an import: each shape of table with everything that was answered about it. */
export function learnRecipes(tables: readonly TablePlan[], now: number): Recipe[] {
  const recipes = new Map<string, Recipe>();
  for (const plan of tables) {
    const { read } = plan;
    if (read.table.preset || read.shapeId === "") continue;
    recipes.set(read.shapeId, recipeOf(plan, recipes.get(read.shapeId) ?? read.recipe, now));
  }
  return [...recipes.values()];
}

function recipeOf({ read, rows, scores }: TablePlan, known: Recipe | undefined, now: number): Recipe {
  const { titles, meanings: guessed } = read.shape;
  const meanings: Record<string, ColumnMeaning> = {};
  const percents: Recipe["percents"] = {};
  titles.forEach((title, column) => {
    const meaning = read.meanings[column];
    const isFigure =
      guessed[column]?.role === "undecided" && (meaning?.role === "scores" || meaning?.role === "undecided");
    if (meaning && !isFigure && !sameData(meaning, guessed[column])) meanings[headerKey(title)] = meaning;
    const reading = read.percents[String(column)];
    if (reading) percents[headerKey(title)] = reading;
  });
  const answers: Record<string, string> = {};
  for (const { key } of rows) {
    const answer = read.answers[key];
    if (answer !== undefined && outlivesTable(key)) answers[key] = answer;
  }
  const marks: Record<string, MarkMeaning> = {};
  for (const { mark } of scores?.marks ?? []) {
    const meaning = read.marks[markKey(mark)];
    if (meaning) marks[markKey(mark)] = meaning;
  }
  return {
    id: read.shapeId,
    kind: read.choices.kind ?? known?.kind,
    figures: [...new Set([...(known?.figures ?? []), ...(figuresAreScores(read) ? [fileStem(read.table.name)] : [])])],
    meanings: { ...known?.meanings, ...meanings },
    percents: { ...known?.percents, ...percents },
    dateOrder: read.dates.order ?? known?.dateOrder,
    blanks: read.blanks,
    marks: { ...known?.marks, ...marks },
    answers: { ...known?.answers, ...answers },
    classes: {
      ...known?.classes,
      ...(read.choices.classId && { [fileStem(read.table.name)]: read.choices.classId }),
    },
    usedAt: now,
  };
}

/** Whether all columns of figures that were asked are scores; each other answer goes by its heading. */
function figuresAreScores({ meanings, shape }: TablePlan["read"]): boolean {
  const answers = shape.meanings.flatMap(({ role }, column) =>
    role === "undecided" ? [meanings[column]?.role ?? "undecided"] : [],
  );
  return answers.length > 0 && answers.every((role) => role === "scores");
}
