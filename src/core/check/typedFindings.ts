import type { FiguresIndex } from "../figures/figuresIndex";
import { nameKey } from "../matching/nameKey";
import { type LetterBody, type LetterSubject, writtenLines } from "../model/letterBody";
import type { Note } from "../model/note";
import { firstName } from "../model/student";
import { WHOLE_YEAR } from "../model/term";
import type { NotePlan } from "../selection/planNote";
import { type Finding, findingOf } from "./finding";
import { escapePattern, isCapital, NAME_WORD } from "./nameWords";

/** How a letter begins, in the languages that it is written in; the name comes after it. */
const GREETING =
  /^\s*(?:dear|hello|hi|good (?:morning|afternoon|evening)|querid[oa]s?|estimad[oa]s?|hola|szanown[aiy]\p{L}*|drog[ai]\p{L}*|dzień dobry|witam|cher|chère|chers|bonjour|liebe[r]?|sehr geehrte[r]?|hallo|guten tag|kính (?:gửi|thưa)|thân gửi|xin chào|عزيز\p{L}*|السيد\p{L}*|car[ao]|gentile|prezad[oa]|beste)(?![\p{L}])[ ,]*(.{0,80})/iu;
const NUMBER = "(\\d{1,4}(?:[.,]\\d{1,2})?)";
const UNIT =
  "(?:[ \\u00a0]?(%)|[ \\u00a0](percent|per cent|por ciento|procent|phần trăm|points?|pts?|puntos?|punkt(?:y|ów)?|điểm)\\b|[ \\u00a0]?(?:\\/|out of|of|de|na|z|von|sur)[ \\u00a0]?(\\d{1,4})\\b)";
const FIGURE = new RegExp(`(?<![\\d.,/-])${NUMBER}${UNIT}`, "giu");
/** Whose figure it is: a child of the reader, or the reader. */
const OF_SOMEBODY =
  /\b(?:your|his|her) (?:child|son|daughter|student|average|grade|score|mark)\b|\byou (?:have|had|got|scored|earned|are at|stand at|now have)\b|(?<!\p{L})(?:su|tu) (?:hij[oa]|nota|promedio)|(?:Państwa|Pani|Pana) (?:dzieck|syn|córk)|con (?:anh|chị|quý vị|em)/iu;
/** A field of somebody’s name, in a line of written words. */
const NAME_FIELD = "\u2064";

/** What was typed for one family and would go to many. */
export function typedFindings(index: FiguresIndex, note: Note, plan: NotePlan): Finding[] {
  const all = [note, ...note.variants];
  return all.flatMap((words) => {
    const language = words === note ? {} : { language: words.language };
    return [
      ...greetingFindings(index, words, plan),
      ...figureFindings(index, note, words, plan),
      ...termFindings(index, note, words),
    ].map((finding) => ({ ...finding, path: { ...finding.path, ...language } }));
  });
}

type Words = { readonly subject: LetterSubject; readonly body: LetterBody };

/** A guardian’s name in the greeting of a note to many. */
function greetingFindings(index: FiguresIndex, { body }: Words, plan: NotePlan): Finding[] {
  const recipients = new Map(plan.letters.map(({ recipient }) => [recipient.id, recipient]));
  if (recipients.size < 2) return [];
  for (const line of linesOf(body).slice(0, MOST_LINES_OF_GREETING)) {
    const [whole, after = ""] = GREETING.exec(line) ?? [];
    if (whole === undefined || after.startsWith(NAME_FIELD)) continue;
    const names = new Set((after.match(NAME_WORD) ?? []).filter(isCapital).map(nameKey));
    const called = [...recipients.values()].filter(({ kind, id }) => {
      const guardian = kind === "guardian" ? index.world.guardians.get(id) : undefined;
      return guardian && [guardian.givenName, guardian.familyName].some((name) => name && isAmong(name, names));
    });
    if (called.length > 0 && called.length < recipients.size)
      return [
        findingOf("greeting-typed", {
          path: { place: "body" },
          numbers: {
            letters: plan.letters.filter(({ recipient }) => !called.some(({ id }) => id === recipient.id)).length,
          },
          quotes: [whole.trim().replace(/[,.:;]$/, ""), ...called.slice(0, 2).map(({ name }) => name)],
        }),
      ];
  }
  return [];
}
const MOST_LINES_OF_GREETING = 3;

function isAmong(name: string, words: ReadonlySet<string>): boolean {
  const parts = name.match(NAME_WORD) ?? [];
  return parts.length > 0 && parts.every((part) => words.has(nameKey(part)));
}

/** A figure that was typed beside “your child” and is exactly one student’s. */
function figureFindings(index: FiguresIndex, note: Note, { subject, body }: Words, plan: NotePlan): Finding[] {
  const students = new Set(plan.selected.map(({ studentId }) => studentId));
  if (students.size < 2) return [];
  const names = new Set(
    [...students].flatMap((id) => {
      const student = index.world.students.get(id);
      return student ? [nameKey(firstName(student))] : [];
    }),
  );
  for (const line of [...linesOf(subject), ...linesOf(body)]) {
    for (const sentence of line.split(/(?<=[.!?…])\s+/u)) {
      const isOfSomebody =
        OF_SOMEBODY.test(sentence) ||
        sentence.includes(NAME_FIELD) ||
        (sentence.match(NAME_WORD) ?? []).some((word) => isCapital(word) && names.has(nameKey(word)));
      if (!isOfSomebody) continue;
      for (const [text, digits = "", percent, unit = "", possible] of sentence.matchAll(FIGURE)) {
        const value = Number(digits.replace(",", "."));
        const isPercent = percent !== undefined || /^(?:per|por|proc|phần)/i.test(unit);
        const whose = isPercent ? ofPercent(index, note, plan, value) : ofPoints(index, plan, value, possible);
        if (whose === undefined || isOfTheNote(index, note, value)) continue;
        return [findingOf("figure-typed", { path: { place: "body" }, quotes: [text.trim(), whose] })];
      }
    }
  }
  return [];
}

/** Thresholds of the note and points possible of its classes are nobody’s own. */
function isOfTheNote({ world }: FiguresIndex, { selection, body }: Note, value: number): boolean {
  const numbers = JSON.stringify([selection, body.content.filter(({ type }) => type === "passage")]).match(
    /(?<=":)\d+(?:\.\d+)?(?=[,}])/g,
  );
  if (numbers?.some((one) => Number(one) === value)) return true;
  const { classIds } = selection;
  return [...world.assignments.values()].some(
    ({ classId, pointsPossible }) => pointsPossible === value && (classIds === "all" || classIds.includes(classId)),
  );
}

/** The only student with an average that is shown so; none where there are several, or nobody. */
function ofPercent(index: FiguresIndex, { selection }: Note, plan: NotePlan, value: number): string | undefined {
  return onlyOne(index, plan, (classId, studentId) => {
    const { overall, categoryAverages } = index.figures(classId, studentId, selection.period);
    return [overall, ...categoryAverages].some((average) => average?.shown === value);
  });
}

function ofPoints(
  index: FiguresIndex,
  plan: NotePlan,
  value: number,
  possible: string | undefined,
): string | undefined {
  return onlyOne(index, plan, (classId, studentId) => {
    const gradebook = index.gradebook(classId);
    return (gradebook?.assignments ?? []).some(({ id, pointsPossible }) => {
      if (possible !== undefined && pointsPossible !== Number(possible)) return false;
      return gradebook?.columns.get(id)?.scores[studentId]?.points === value;
    });
  });
}

function onlyOne(
  index: FiguresIndex,
  { selected }: NotePlan,
  has: (classId: string, studentId: string) => boolean,
): string | undefined {
  const found = new Set<string>();
  for (const { classId, studentId } of selected) {
    if (!has(classId, studentId)) continue;
    found.add(studentId);
    if (found.size > 1) return undefined;
  }
  const [only] = found;
  const student = only === undefined ? undefined : index.world.students.get(only);
  return student && firstName(student);
}

/** The name of another term than the note’s, typed into its words. */
function termFindings({ world }: FiguresIndex, { selection }: Note, { subject, body }: Words): Finding[] {
  const terms = [...world.terms.values()];
  const chosen = terms.find(({ id }) => id === selection.period);
  const others = selection.period === WHOLE_YEAR ? [] : terms.filter(({ id }) => id !== selection.period);
  const text = [...linesOf(subject), ...linesOf(body)].join("\n");
  const typed = others.filter(({ name }) => speaksOfTerm(text, name));
  if (typed.length === 0 || (chosen && speaksOfTerm(text, chosen.name))) return [];
  return [findingOf("other-term", { path: { place: "body" }, quotes: [typed[0]?.name ?? "", chosen?.name ?? ""] })];
}

const TERM_WORD = "(?:term|semester|trimester|quarter|half[- ]term|trimestre|semestre|semestr|halbjahr|học kỳ)";

/** A name such as "Autumn" is a season as well: alone it needs the word for a term beside it. */
function speaksOfTerm(text: string, name: string): boolean {
  const plain = escapePattern(name.trim());
  if (!plain) return false;
  const hasWord = new RegExp(TERM_WORD, "iu").test(name);
  const isLong = hasWord || /\d/.test(name);
  const pattern = isLong ? plain : `(?:${plain}['’]?s? ${TERM_WORD}|${TERM_WORD} (?:of |de )?${plain})`;
  return new RegExp(`(?<![\\p{L}\\p{N}])${pattern}(?![\\p{L}\\p{N}])`, "iu").test(text);
}

function linesOf(document: LetterBody | LetterSubject): string[] {
  return writtenLines(document, (field) =>
    /^(?:student\.(?:firstName|fullName|familyName)|recipient\.)/.test(field) ? NAME_FIELD : "\u2063",
  );
}
