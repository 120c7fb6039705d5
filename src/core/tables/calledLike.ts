import { foldHeading } from "./foldHeading";
import type { RawTable } from "./rawTable";

const GRADEBOOK =
  /\b(grade ?books?|grades|marks?|mark ?book|scores?|calificaciones|notas de|notenliste|notenbuch|carnet de notes|dziennik|oceny|pauta)\b/;
const LIST =
  /\b(roster|class list|students?|pupils?|contacts?|parents?|families|family|attendance|lista de alumnos|alumnos|padres|schulerliste|klassenliste|eltern|eleves|parents|anwesenheit|asistencia|presences|obecnosc|lista uczniow|rodzice|alunos|pais|form)\b/;

const FAMILIES =
  /\b(contacts?|parents?|guardians?|families|family|padres|contactos|familias|eltern|kontakte|familles|rodzice|kontakty|pais|encarregados)\b/;

function wordsOf({ name, rows }: RawTable, headingRow: number): string {
  return foldHeading([name.replace(/[_.]/g, " "), ...rows.slice(0, Math.max(0, headingRow)).flat()].join(" "));
}

/** Whether the name of a table, or a line above its headings, says that it is about families. */
export function isCalledFamilies(table: RawTable, headingRow: number): boolean {
  return FAMILIES.test(wordsOf(table, headingRow));
}

/** What a table is by its name and the lines above its headings: a gradebook, or a list of people. */
export function calledLike(table: RawTable, headingRow: number): "gradebook" | "list" | undefined {
  const words = wordsOf(table, headingRow);
  if (GRADEBOOK.test(words)) return "gradebook";
  return LIST.test(words) ? "list" : undefined;
}
