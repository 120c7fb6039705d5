import { numberIn } from "../figures/scoreCell";
import { foldHeading } from "./foldHeading";
import { byFirstLetter, nearWord } from "./nearWord";

/** Headings of numbers that are about a student and not about an assignment, whole or in part. */
const OTHER_FIGURES: readonly RegExp[] = [
  // Presence.
  /^((total|unexcused|excused|number of|days?|# ?of) )*(absen[ct]\w*|present|missed|tard(y|ies)|lates?|late (arrivals?|days?)|attendance|detentions?|referrals?|(de)?merits?)( (count|total|days?|rate|%))?$/i,
  // Money, and things that are handed out.
  /^((account|lunch|fee|library|total|amount) )*(balance|fees?|owed|owing|amount|deposit|fines?|paid|payment)( (due|owed|paid|account|money))?( ?[($€£].*)?$|[$€£]/i,
  /^(class|home)? ?(room|rm\.?)( (no|number|nr)\.?)?$|^(locker|bus|route|seat|desk|combination|pin)( (no|number|nr)\.?)?$/i,
  // How to reach and who somebody is.
  /^((home|work|cell|mobile|parent|guardian|mother|father|emergency|contact)('?s)? )*(phone|telephone|tel\.?|mobile|cell|fax)( (no|number|nr)\.?)?( ?\d)?$/i,
  /^(zip|post(al)?|post ?code|postcode|house)( (code|no|number))?$/i,
  /^(age|height|weight|shoe size|(number of )?siblings|birth ?year|year of birth)$/i,
  /^(yr|year|cohort|class of|graduat(es|ion)( year)?|grade ?level|year ?(level|group)|form|entry year|enrol+(ed|ment)( year)?)$/i,
  // Counts, and places in an order.
  /^(count|total count|number of .*|# ?of .*|no\.? of .*|(class )?rank|position|place|gpa|credits?( earned)?|hours|minutes|times?)$/i,
  /^(missing|late|excused|incomplete)( (work|assignments?|count|total))?$/i,
  // Questions of a survey.
  /\?\s*$|^(how (many|much|often|well|likely)|rate (the|your|how)|on a scale)\b/i,
];

/** Figures of presence and conduct, in other words and languages, folded. */
const OTHER_WORDS = wordSet(
  "abs|absences|days absent|times absent|ausencias|inasistencias|faltas|fehltage|fehlzeiten|nieobecnosci|tardies|times late|days late",
  "retardos|verspatungen|retards|spoznienia|atrasos|present|days present|asistencias|anwesend|anwesenheit|presences|obecnosci|presencas",
  "behaviour|behavior|conduct|effort|conducta|comportamiento|betragen|verhalten|comportement|zachowanie|comportamento|citizenship",
);
/** What teachers keep of their students beside work. */
const KEPT_WORDS = wordSet(
  "bus|bus no|bus number|autobus|autocarro|onibus|locker|locker no|locker number|casillero|taquilla|spind|casier|szafka|cacifo",
  "house|casa|haus|maison|dom|tutor group|grupo tutoria|tutorengruppe|groupe tutorat|grupa wychowawcza",
  "grupo de tutoria|groupe de tutorat|shirt size|t shirt|t shirt size|talla camiseta|talla de camiseta|t shirt grosse|taille t shirt",
  "taille de t shirt|rozmiar koszulki|tamanho camisola|tamanho da camisola|lunch|diet|club|team|instrument",
);

interface WordSet {
  readonly phrases: ReadonlySet<string>;
  readonly words: ReadonlyMap<string, readonly string[]>;
}

function wordSet(...lines: readonly string[]): WordSet {
  const phrases = new Set(lines.flatMap((line) => line.split("|")));
  return { phrases, words: byFirstLetter([...phrases].flatMap((one) => one.split(" "))) };
}

/** Whether a heading is one of some, but for a slip. */
function isOneOf(title: string, { phrases, words }: WordSet): boolean {
  const folded = foldHeading(title).replace(/ #$| \d$/g, "");
  const without = folded
    .split(" ")
    .map((word) => nearWord(word, words) ?? word)
    .join(" ");
  return phrases.has(folded) || phrases.has(without);
}

/** Whether a heading is of something that is kept of each student as a matter of course: a bus, a house, a locker. */
export function isKeptOfStudents(title: string): boolean {
  return isOneOf(title, KEPT_WORDS);
}

const EARLIEST_YEAR = 1900;
const FEWEST_LETTERS = 2;
const LATEST_YEAR = 2100;
/** No assignment is worth as much; longer numbers name something. */
const MOST_POINTS = 1_000;
const HIGHEST_YEAR_OF_SCHOOL = 13;

/**
 * Whether numbers under a heading are likely something else than scores: what the heading says, or years, telephone and other
 * long numbers, or the year of school. Asked only where nothing else says that the column is an assignment.
 */
export function isNoScore(heading: string, cells: readonly string[]): boolean {
  const title = heading.replace(/[_-]+/g, " ").replace(/\s+/g, " ").trim();
  if (OTHER_FIGURES.some((pattern) => pattern.test(title)) || isOneOf(title, OTHER_WORDS) || isOneOf(title, KEPT_WORDS))
    return true;
  // No work is called "K2" or "??".
  const letters = title.replace(/[^\p{L}]/gu, "");
  if (letters.length < FEWEST_LETTERS || (title.length <= 3 && !/[aeiouy\d]/i.test(letters))) return true;
  const numbers = cells.flatMap((cell) => numberIn(cell)?.value ?? []);
  if (numbers.length === 0) return false;
  const mostly = (test: (number: number) => boolean) => numbers.filter(test).length * 2 > numbers.length;
  if (mostly((number) => Number.isInteger(number) && number >= EARLIEST_YEAR && number <= LATEST_YEAR)) return true;
  return mostly((number) => Math.abs(number) > MOST_POINTS);
}

/** Whether "Grade" heads the year of school, as in grade 9, and no average. */
export function isYearOfSchool(heading: string, cells: readonly string[]): boolean {
  if (!/^(grade|gr\.?|class|form|year|yr\.?)$/i.test(heading.trim())) return false;
  return (
    cells.length > 0 &&
    cells.every((cell) => {
      const value = Number(/^(?:grade |year |yr )?(\d{1,2})(?:st|nd|rd|th)?$/i.exec(cell.trim())?.[1]);
      return value >= 1 && value <= HIGHEST_YEAR_OF_SCHOOL;
    })
  );
}
