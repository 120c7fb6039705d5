import * as z from "zod";
import { ownValue, safeKey } from "../model/ownValue";
import { scoreStatusSchema } from "../model/score";

/** What a mark that is no number is said to mean. */
export const markMeaningSchema = z.enum([
  ...scoreStatusSchema.options.filter((status) => status !== "scored"),
  "handed in",
  "grade label",
  "nothing",
]);
export type MarkMeaning = z.infer<typeof markMeaningSchema>;

/** By mark, in the spelling of `markKey`. */
export type MarkMeanings = Readonly<Record<string, MarkMeaning>>;

/** Marks that differ in case alone are one mark. */
export function markKey(mark: string): string {
  return safeKey(mark.trim().toLowerCase());
}

/** What means the same to everybody, in the languages that are read; small letters without accents and dots. */
const SURE: Readonly<Record<string, MarkMeaning>> = {
  ...meaning("missing", "missing|not handed in|not submitted|not turned in|nhi|no entregado|no entregada|sin entregar"),
  ...meaning("missing", "nicht abgegeben|n abg|fehlt|non rendu|pas rendu|manquant|brak|nie oddano|brak pracy"),
  ...meaning("missing", "nao entregue|em falta|non consegnato|niet ingeleverd|khong nop"),
  ...meaning(
    "late",
    "late|handed in late|tarde|con retraso|verspatet|zu spat|en retard|spoznione|po terminie|atrasado",
  ),
  ...meaning("incomplete", "incomplete|inc|incompleto|incompleta|unvollstandig|incomplet|niekompletne"),
  ...meaning(
    "excused",
    "excused|exempt|exc|exento|exenta|justificado|justificada|entsch|entschuldigt|befreit|dispense",
  ),
  ...meaning(
    "excused",
    "dispensee|excuse|excusee|zw|zwolniony|zwolniona|usprawiedliwiony|dispensado|dispensada|isento",
  ),
  ...meaning("excused", "ex|mien"),
  ...meaning("pending", "pending|pendiente|ausstehend|en attente|do oceny|pendente|tbd"),
  ...meaning(
    "handed in",
    "handed in|turned in|submitted|complete|completed|done|entregado|abgegeben|rendu|oddane|entregue",
  ),
  ...meaning("handed in", "✓|✔|☑"),
  // Somebody who was away has no score, and what is to follow is the teacher’s to say.
  ...meaning("nothing", "abs|absent|absence|away|ausente|abwesend|krank|nb|nieobecny|nieobecna|sick|ill|vang"),
  ...meaning("nothing", "-|–|—|--|n/a|na|n a|not applicable|no score|not marked|not graded|entfallt|nie dotyczy"),
  // What a spreadsheet shows where a formula went wrong.
  ...meaning("nothing", "#n/a|#ref!|#div/0!|#value!|#name?|#num!|#null!"),
};

function meaning(is: MarkMeaning, marks: string): Record<string, MarkMeaning> {
  return Object.fromEntries(marks.split("|").map((mark) => [mark, is]));
}

/** A mark as it compares with those that everybody knows. */
function foldMark(mark: string): string {
  return mark
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .replaceAll("ł", "l")
    .replace(/(?<=\p{L})\./gu, " ")
    .replace(/\s+/g, " ")
    .trim();
}

const LIKELY: Record<string, MarkMeaning> = {
  m: "missing",
  miss: "missing",
  mis: "missing",
  msg: "missing",
  l: "late",
  lt: "late",
  i: "incomplete",
  e: "excused",
  x: "handed in",
  yes: "handed in",
  y: "handed in",
  ok: "handed in",
  no: "missing",
  n: "missing",
  "to do": "pending",
};
const GRADE_LABEL = /^[A-F][+\-−]?$/i;

/**
 * What a mark means by itself, and how sure that is. `sure` marks need no answer; `likely` ones are offered as a guess;
 * others have no meaning of their own and are asked.
 */
export function guessMark(
  mark: string,
  gradeLabels: ReadonlySet<string>,
): { meaning: MarkMeaning; sure: boolean } | undefined {
  const key = markKey(mark);
  const sure = ownValue(SURE, key) ?? ownValue(SURE, foldMark(key));
  if (sure) return { meaning: sure, sure: true };
  if (gradeLabels.has(mark.trim())) return { meaning: "grade label", sure: false };
  const likely = ownValue(LIKELY, key);
  if (likely) return { meaning: likely, sure: false };
  return GRADE_LABEL.test(mark.trim()) ? { meaning: "grade label", sure: false } : undefined;
}

const GRADED = /^([A-DF][+\-−]?|P|U|[A-F][+\-−]?\s*\/\s*[A-F][+\-−]?)$/;

/**
 * Single letters among points mean what they usually do, unless letters are grades there: "M" is missing, "L" late. `cells`
 * are those of all columns of scores of a table.
 */
export function letterMarks(cells: Iterable<string>): MarkMeanings {
  const seen = new Set<string>();
  for (const cell of cells) if (cell.length <= 3) seen.add(cell);
  if ([...seen].some((cell) => GRADED.test(cell))) return {};
  return { m: "missing", mi: "missing", ms: "missing", l: "late" };
}
