import type { FiguresIndex } from "../../figures/figuresIndex";
import { nameKey } from "../../matching/nameKey";
import type { Note } from "../../model/note";
import { firstName } from "../../model/student";
import type { NotePlan } from "../../selection/planNote";
import { isCapital, NAME_WORD } from "../reading/nameWords";
import { scoreBesideTitle } from "../reading/scoreBesideTitle";
import type { FindingKind } from "./findingKind";
import { NAME_FIELD, typedLines } from "./typedLines";
import { sentencesOf } from "./wordsLines";

const NUMBER = "(\\d{1,4}(?:[.,]\\d{1,2})?)";
const PERCENT =
  "(?:[ \\u00a0]?%|[ \\u00a0](?:percent|per cent|por ciento|por cento|pour cent|procent|відсотк\\p{L}*|phần trăm|بالمئة|في المئة))";
const POINTS =
  "[ \\u00a0](?:points?|pts?|marks?|puntos?|pontos?|punkt(?:y|ów)?|бал(?:и|ів)?|điểm|نقطة|نقاط|درجة)(?!\\p{L})";
const OUT_OF =
  "[ \\u00a0]?(?:\\/|out of|of the|of|sobre|de los|de|na|z|von|sur|з|trên|من|\\u5206\\u4e4b)[ \\u00a0]?(\\d{1,4})(?![\\d/])";
/** A figure with its unit: percent, points, or points of what is possible. */
const FIGURE = new RegExp(`(?<![\\d.,/:-])${NUMBER}(?:(${PERCENT})|(${POINTS})|${OUT_OF})`, "giu");
/** What is counted of one student alone, in English: what they owe, missed, lost; a place; a letter grade. */
const COUNTED = [
  /\b(?:came|finished|placed|ranked)(?: in)? (first|second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth|last)\b/iu,
  /\b(?:owes?(?: me| us)?|missing|missed|lost|absent|late|behind(?: by)?|handed in|answered|collected|earned|gained|dropped|came|came in|finished|ranked|placed)\b[^.!?;]{0,25}?\b(\d{1,3}(?:st|nd|rd|th)?)(?= ?(?:times?|days?|lessons?|classes|pieces?|tasks?|assignments?|points?|places?|th|st|nd|rd|questions?|in|\W|$))/iu,
  /\b(\d{1,3}) (?:missing|late|unexcused|absences|days? late|pieces? (?:of work )?(?:missing|to go|to hand in))\b/iu,
  /\b(?:grade|mark|earned|got|received|has|have|given) (?:at the moment |so far |now |currently |for \p{L}+ )*(?:is |was |of )?(?:an? )?([A-F][+-]?)(?=[\s.,;!]|$)(?! (?:\p{Ll}+ ){0,2}(?:idea|look|word|chance|good|great|fine|lot|few|new|day|time|question|plan|note|book|boat|copy))/u,
];
/** Whose figure it is: a child of the reader, or the reader. */
const OF_SOMEBODY =
  /\b(?:your|his|her|their) (?:\p{L}+ )?(?:child|son|daughter|student|average|grade|score|mark|result|standing|total)\b|\b(?:you|he|she) (?:still |now |also |only |just |currently )?(?:have|has|had|got|scored?|earned|are|is|stands?|stand|owe|owes|lost|missed|came|reached|answered|handed|gained|dropped|finished|ended|received|made)\b|^(?:current|final|overall|latest)? ?(?:grade|average|score|mark|result)s?\s?[:=]|^with\b|(?<!\p{L})(?:su|tu|sua|votre|ton) (?:hij[oa]|nota|promedio|filh[oa]|média|moyenne|note|enfant|fils|fille)|\b(?:vous avez|tienes?|usted tiene|tens|tem)\b|(?:Państwa|Pani|Pana|Twoja|Wasz\p{L}*) (?:\p{L}+ )?(?:dzieck|syn|córk|ocen|średni)|(?:Ваш\p{L}*|Твоя|Твій) \p{L}+|con (?:anh|chị|quý vị|em)|điểm trung bình|معدل\p{L}*|您的|你的/iu;
/** What is possible, allowed, asked for or supposed is nobody's own figure. */
const OF_ALL =
  /\b(?:can|could|may|might|will|would|shall|must|should|needs?|have to|if|when|whoever|worth|possible|each|every|everybody|everyone|all of you|the class|our class|class average|group|at least|at most|up to|more than|less than|above|below|over|under|between|or more|or above|or below|or less|maximum|minimum|threshold|counts? for|weigh(?:s|ed)?|makes? up|bonus|extra credit|rises? to|reach(?:es)? the|pass mark|per|due|page|pages|chapters?|room|grade \d|minutes?|hours?|weeks?|pm|am|of your grade|of the grade|of the mark|example)\b|(?<!\p{L})(?:puede|podrá|si|cada|todos|máximo|peut|chaque|jusqu|pode|może|każdy|jeśli|може|кожен|якщо|có thể|mỗi|nếu|يمكن|كل|إذا|可以|每|如果)(?!\p{L})/iu;

/** What a figure is held against is no figure of anybody. */
const THRESHOLD =
  /\b(?:at least|at most|or more|or above|or below|or less|or higher|above|below|over|under|between|about|around|roughly|rounded|if your|rises? to)\b|(?<!\p{L})(?:al menos|como mínimo|o más|o menos|más de|menos de|entre|au moins|ou plus|ou moins|plus de|moins de|co najmniej|nie mniej|nie więcej|powyżej|poniżej|ponad|не менше|не більше|або більше|вище|нижче|понад|pelo menos|ou mais|ou menos|acima|abaixo|mais de|menos de|ít nhất|trở lên|trở xuống|trên|dưới|أو أكثر|أو أقل|على الأقل|أعلى من|أقل من)(?!\p{L})|不低于|不高于|以上|以下|至少|超过/iu;

/** A figure that was typed where it can only be one student’s own, in a letter to several. */
export const figureTyped: FindingKind = {
  severity: "caution",
  words: ({ quotes: [figure, whose] }) => ({
    title: whose
      ? `“${figure}” was typed, and is the figure of ${whose} alone`
      : `“${figure}” was typed, and everybody would read it as theirs`,
    mend: "Place the field instead.",
  }),
  inWords: ({ index, note, plan, words }) => {
    const students = new Set(plan.selected.map(({ studentId }) => studentId));
    if (students.size < 2) return [];
    const names = new Set(
      [...students].flatMap((id) => {
        const student = index.world.students.get(id);
        return student ? [nameKey(firstName(student))] : [];
      }),
    );
    for (const place of ["subject", "body"] as const) {
      for (const sentence of typedLines(words[place]).flatMap(sentencesOf)) {
        const beside = scoreBesideTitle(sentence, index, note);
        if (beside && Number(beside.score.replace(",", ".")) !== beside.possible && !THRESHOLD.test(sentence))
          return [{ path: { place, word: beside.score }, quotes: [`${beside.title}: ${beside.score}`, ""] }];
        const isOfSomebody =
          OF_SOMEBODY.test(sentence.trim()) ||
          sentence.includes(NAME_FIELD) ||
          (sentence.match(NAME_WORD) ?? []).some((word) => isCapital(word) && names.has(nameKey(word)));
        if (!isOfSomebody) continue;
        for (const [text, digits = "", percent, , possible] of sentence.matchAll(FIGURE)) {
          const value = Number(digits.replace(",", "."));
          const whose =
            percent === undefined ? ofPoints(index, plan, value, possible) : ofPercent(index, note, plan, value);
          const clause = clauseAround(sentence, text);
          if (isOfTheNote(index, note, value, possible ?? percent) || THRESHOLD.test(clause)) continue;
          if (
            whose === undefined &&
            (OF_ALL.test(clause) || isTrueOfAll(index, note, plan, value, percent !== undefined))
          )
            continue;
          return [{ path: { place, word: text.trim() }, quotes: [text.trim(), whose ?? ""] }];
        }
        const [counted] = COUNTED.flatMap((pattern) => {
          const [whole = "", one] = pattern.exec(sentence) ?? [];
          return one !== undefined && !OF_ALL.test(clauseAround(sentence, whole)) ? [one] : [];
        });
        if (counted !== undefined) return [{ path: { place, word: counted }, quotes: [counted, ""] }];
      }
    }
    return [];
  },
};

/** The part of a sentence between commas and the like that words stand in. */
function clauseAround(sentence: string, words: string): string {
  const at = sentence.indexOf(words);
  const before = /[^,;.!?()]*$/u.exec(sentence.slice(0, at))?.[0] ?? "";
  const after = /^[^,;.!?()]*/u.exec(sentence.slice(at + words.length))?.[0] ?? "";
  return `${before}${words}${after}`;
}

/** Whether everybody who is written about has just this figure: then it may be typed. */
function isTrueOfAll(
  index: FiguresIndex,
  { selection }: Note,
  { selected }: NotePlan,
  value: number,
  isPercent: boolean,
): boolean {
  return selected.every(({ classId, studentId }) => {
    if (isPercent) return index.figures(classId, studentId, selection.period).overall?.shown === value;
    const gradebook = index.gradebook(classId);
    return (gradebook?.assignments ?? []).some(
      ({ id }) => gradebook?.columns.get(id)?.scores[studentId]?.points === value,
    );
  });
}

/** Thresholds of the note and points possible of its classes are nobody’s own. */
function isOfTheNote(
  { world }: FiguresIndex,
  { selection, body }: Note,
  value: number,
  unit: string | undefined,
): boolean {
  const numbers = JSON.stringify([selection, body.content.filter(({ type }) => type === "passage")]).match(
    /(?<=":)\d+(?:\.\d+)?(?=[,}])/g,
  );
  if (numbers?.some((one) => Number(one) === value)) return true;
  const { classIds } = selection;
  if (unit !== undefined) return false;
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
