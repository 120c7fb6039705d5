import { foldHeading } from "./foldHeading";

/** Words around the name of a class in titles and file names, in several languages. */
const AROUND = new Set(
  [
    "gradebook grade grades mark marks markbook score scores average averages avg mean class classes list roster student students pupil pupils",
    "parent parents guardian guardians family families contact contacts form answer answers response responses copy final export exported",
    "printed attendance term week new file all total report reports progress overview table data sheet csv xlsx tsv txt my our for of the and as on",
    "notas calificaciones lista alumnos alumnado padres contactos familias familia promedios promedio libro de la el los las del y",
    "noten notenliste klassenliste schuler schulerliste eltern kontakte durchschnitte durchschnitt liste der die das und",
    "carnet notes liste eleves parents contacts moyennes moyenne des du le et d",
    "oceny dziennik lista uczniowie uczniow rodzice kontakty srednie srednia i",
    "pauta notas lista alunos pais contactos medias media dos da do e",
  ].flatMap((line) => line.split(" ")),
);
const DATE =
  /\b\d{1,4}[./-]\d{1,2}[./-]\d{1,4}\b|\b\d{1,2}\.? \p{L}{3,10}\.?,? \d{4}\b|\b\p{L}{3,10}\.? \d{1,2},? \d{4}\b/u;
/** What stands before the number of a lesson in the week: "Block 3" is "B3" elsewhere. */
const LESSON = "block|blk|period|per|prd|bloque|bloc|stunde|godzina|bloco|hour|section|sec|set|group|grp";

/** The name of a class in a form that compares: "Ocean Science 8 - B1" and "Ocean science 8, Block 1" are one. */
export function classKey(label: string): string {
  return foldHeading(label)
    .replace(new RegExp(`\\b(${LESSON}) ?#?(\\d+)\\b`, "g"), (_whole, word: string, number: string) => word[0] + number)
    .replace(/\b([a-z]) (\d+)\b/g, "$1$2")
    .replace(/\s+/g, " ")
    .trim();
}

/** Whether two labels mean one class: word by word the same, or one of them cut short: "Charts and Nav. Block 6". */
export function isSameClass(a: string, b: string): boolean {
  const [one, other] = [classKey(a).split(" "), classKey(b).split(" ")];
  return (
    one.length === other.length &&
    one.every((word, place) => {
      const beside = other[place] ?? "";
      const [short, long] = word.length <= beside.length ? [word, beside] : [beside, word];
      return word === beside || (short.length >= SHORTEST_CUT && !/\d/.test(long) && long.startsWith(short));
    })
  );
}
const SHORTEST_CUT = 3;

/**
 * The name of a class in the title of a table or the name of a file, without the words around it: "Gradebook - Earth
 * Systems 9 Block 3". None where nothing looks like one: it needs a word and a number.
 */
export function classNameIn(text: string): string | undefined {
  const plain = text
    .replace(/\.[a-z0-9]{2,5}$/i, "")
    .replace(/_+/g, " ")
    .replace(/\s+/g, " ")
    .trim();
  if (!plain || DATE.test(plain) || plain.length > LONGEST_TITLE) return undefined;
  const words = plain.split(" ");
  const isAround = (word: string) => {
    const folded = foldHeading(word);
    return !/[\p{L}\p{N}]/u.test(word) || AROUND.has(folded) || /^\(\d+\)$/.test(word);
  };
  while (words.length > 0 && isAround(words[0] ?? "")) words.shift();
  while (words.length > 0 && isAround(words.at(-1) ?? "")) words.pop();
  const name = words.join(" ").replace(/^[\s:–—-]+|[\s:–—-]+$/g, "");
  const hasWord = words.some((word) => /^\p{L}{2,}/u.test(word) && !AROUND.has(foldHeading(word)));
  const hasNumber = /\d/.test(name) && !/[:@]/.test(name);
  return hasWord && hasNumber && words.length <= MOST_WORDS ? name : undefined;
}
const LONGEST_TITLE = 80;
const MOST_WORDS = 8;
