import { numberIn } from "../figures/scoreCell";
import { type ComputedHeading, computedHeading } from "./computedHeading";
import { foldHeading } from "./foldHeading";

/** What teachers call kinds of work, in several languages, folded. */
const CATEGORY_WORDS = new Set(
  [
    "quizzes|tests|exams|labs|lab work|homework|classwork|projects|participation|essays|assignments|cuestionarios",
    "examenes|laboratorios|tareas|proyectos|kurztests|klassenarbeiten|labor|hausaufgaben|projekte|interrogations",
    "controles|laboratoire|devoirs|projets|kartkowki|sprawdziany|laboratoria|prace domowe|projekty|questionarios",
    "testes|trabalhos de casa|projetos",
  ].flatMap((line) => line.split("|")),
);

/** Whether a word is what teachers call a kind of work: "Quizzes". */
export function isKindOfWork(words: string): boolean {
  return CATEGORY_WORDS.has(foldHeading(words));
}

/** By column: what says that it was worked out from others: its heading, or that it is their sum. */
export function computedColumns(
  titles: readonly string[],
  body: readonly (readonly string[])[],
  isCategory: (words: string) => boolean,
): (ComputedHeading | undefined)[] {
  return titles.map(
    (title, column) =>
      computedHeading(title, (words) => isCategory(words) || isOneOfSeveral(title, words, titles)) ??
      (isSumOf(column, body) ? SUM : undefined),
  );
}

/** "Sum Quizzes" beside "Sum Labs": what stands around the category is the same in several headings. */
function isOneOfSeveral(title: string, category: string, titles: readonly string[]): boolean {
  if (/\d/.test(category)) return false;
  const around = foldHeading(title).replace(foldHeading(category), "*");
  const [before = "", after = ""] = around.split("*");
  return (
    titles.filter((other) => {
      const folded = foldHeading(other);
      return folded.startsWith(before) && folded.endsWith(after) && folded.length > before.length + after.length;
    }).length >= 2
  );
}

const SUM = { kind: "sum", of: "" } as const;

/** Whether a column is, in nearly all rows, the sum of the columns before it, or of some right before it. */
function isSumOf(column: number, body: readonly (readonly string[])[]): boolean {
  const numberOf = (cell: string) => numberIn(cell)?.value;
  const rows = body.filter((row) => numberOf(row[column] ?? "") !== undefined);
  if (rows.length < FEWEST_SUMS) return false;
  const isSum = (some: readonly number[]) =>
    rows.filter((row) => {
      const parts = some.flatMap((one) => numberOf(row[one] ?? "") ?? []);
      const sum = parts.reduce((all, part) => all + part, 0);
      return parts.length >= 2 && sum > 0 && Math.abs(sum - (numberOf(row[column] ?? "") ?? 0)) < ROUNDED;
    }).length *
      10 >=
    rows.length * 8;
  for (let from = column - 2; from >= Math.max(0, column - MOST_ADDED); from -= 1)
    if (isSum(columnsBetween(from, column))) return true;
  return false;
}
const FEWEST_SUMS = 4;
const ROUNDED = 0.051;
const MOST_ADDED = 24;

function columnsBetween(from: number, to: number): number[] {
  return Array.from({ length: to - from }, (_none, at) => from + at);
}
