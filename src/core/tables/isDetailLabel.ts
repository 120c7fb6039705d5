import { foldHeading } from "./foldHeading";

/** What tables call the points possible, wherever it stands: beside a row, above a column, or in a heading; folded. */
const POSSIBLE = new Set(
  [
    "points possible|possible|possible points|pts possible|points available|available points|marks available|worth|full marks",
    "max|maximum|maxpoints|max points|maximum points|max score|maximum score|max mark|maximum mark|max pts|out of|total points|total marks",
    "total possible|points max|points maximum|max points possible|maximum points possible|point value|points value|possible score",
    "puntos posibles|puntos maximos|puntaje maximo|puntuacion maxima|maximo|sobre|points possibles|bareme|note maximale|note max|sur",
    "maximale punkte|maximale punktzahl|hochstpunktzahl|max punkte|punkte max|mogliche punkte|erreichbare punkte",
    "maks|maksimum|maks punktow|max punktow|maksymalna liczba punktow|punkty maksymalne|punkty mozliwe|maks punkty",
    "puntuacion maxima|puntos max|points max|pts max|maks punktow|pontos maximos|maximo de pontos|max punktow|maksimum punktow",
    "diem toi da|so diem toi da|pontos possiveis|pontuacao maxima|valor maximo|punti massimi|punteggio massimo|maximale score",
  ].flatMap((line) => line.split("|")),
);
const DUE = new Set(
  [
    "due|due date|due dates|date due|dates due|date|dates|deadline|deadlines|assigned|due on|due by|hand in by",
    "fecha|fechas|fecha de entrega|entrega|date limite|echeance|a rendre|datum|fallig|abgabe|abgabe am|abgabedatum|termin|data|termin oddania",
    "han nop|data de entrega|scadenza|inleverdatum|data limite",
  ].flatMap((line) => line.split("|")),
);
const WEIGHT = new Set(
  "weight|weights|weighting|peso|pesos|ponderacion|poids|coefficient|coef|gewicht|gewichtung|waga|wagi".split("|"),
);
const CATEGORY = new Set(
  "category|categories|type|types|kind|categoria|categorias|tipo|categorie|categories|kategorie|kategorien|art|kategoria|typ".split(
    "|",
  ),
);

function folded(label: string): string {
  return foldHeading(label).replace(/^(the )?(assignment )?/, "");
}

/** Whether a heading says that its column holds points possible. Plain "Points" are those that were earned. */
export function isPossibleHeading(heading: string): boolean {
  return POSSIBLE.has(folded(heading));
}

/** Whether the label beside a row says that the row holds points possible; there plain "Points" are those too. */
export function isPossibleLabel(label: string): boolean {
  return POSSIBLE.has(folded(label)) || /^(points?|pts|puntos|punkte|punkty|pontos|diem|marks)$/.test(folded(label));
}

/** Whether the label beside a row says that it holds due dates. */
export function isDueLabel(label: string): boolean {
  return DUE.has(folded(label));
}

/** Whether the label beside a row says that it holds weights. */
function isWeightLabel(label: string): boolean {
  return WEIGHT.has(folded(label));
}

/** Whether the label beside a row says that it holds categories. */
function isCategoryLabel(label: string): boolean {
  return CATEGORY.has(folded(label));
}

/** What a row of details holds: of each assignment. */
export type DetailKind = "possible" | "due" | "weight" | "category";

/** What a row of details holds by the label beside it; none where none of its cells is one. */
export function detailKindOf(label: string): DetailKind | undefined {
  if (isPossibleLabel(label)) return "possible";
  if (isDueLabel(label)) return "due";
  if (isWeightLabel(label)) return "weight";
  return isCategoryLabel(label) ? "category" : undefined;
}

const NUMBER = "(\\d+(?:[.,]\\d+)?)";
const POINTS = "(?: ?(?:points?|pts?\\.?|p\\.|punkte?|pkt\\.?|puntos|pontos|punti|marks))?";
const IN_BRACKETS = `[([](?:out of |\\/ ?|max\\.?:? |von |sur |worth )?${NUMBER}${POINTS}[)\\]]`;
const AFTER_MARK = `(?:(?<!\\d)\\/|out of|\\bsur\\b|[-–:,] ?(?=\\d+(?:[.,]\\d+)? ?(?:p|m)))\\s*${NUMBER}${POINTS}`;
const HEADER = new RegExp(`^(.*?)\\s*(?:${IN_BRACKETS}|${AFTER_MARK})$`, "i");
const ALONE = new RegExp(`^(?:\\/|\\(|out of|of|sur|von|max\\.?:?)?\\s*${NUMBER}\\s*\\)?${POINTS}$`, "i");

/** "/20", "(20)", "out of 20", "20 pts" as the points possible that they name. */
export function outOf(cell: string): number | undefined {
  return decimal(ALONE.exec(cell.trim())?.[1]);
}

/** "Lab 4 (20)", "Lab 4 /20" and "Lab 4 out of 20" name the points possible beside the title. */
export function readAssignmentHeader(header: string): { title: string; pointsPossible: number | undefined } {
  const text = header.replace(/\s+/g, " ").trim();
  const [, title, inBrackets, afterMark] = HEADER.exec(text) ?? [];
  const digits = inBrackets ?? afterMark;
  return { title: (digits && title ? title : text).trim(), pointsPossible: decimal(digits) };
}

function decimal(digits: string | undefined): number | undefined {
  return digits === undefined ? undefined : Number(digits.replace(",", "."));
}
