import type { FiguresIndex } from "../../figures/figuresIndex";
import { nameKey } from "../../matching/nameKey";
import type { Note } from "../../model/note";
import { firstName } from "../../model/student";
import type { NotePlan } from "../../selection/planNote";
import { isCapital, NAME_WORD } from "../reading/nameWords";
import type { FindingKind } from "./findingKind";
import { NAME_FIELD, typedLines } from "./typedLines";

const NUMBER = "(\\d{1,4}(?:[.,]\\d{1,2})?)";
const UNIT =
  "(?:[ \\u00a0]?(%)|[ \\u00a0](percent|per cent|por ciento|procent|phần trăm|points?|pts?|puntos?|punkt(?:y|ów)?|điểm)\\b|[ \\u00a0]?(?:\\/|out of|of|de|na|z|von|sur)[ \\u00a0]?(\\d{1,4})\\b)";
const FIGURE = new RegExp(`(?<![\\d.,/-])${NUMBER}${UNIT}`, "giu");
/** Whose figure it is: a child of the reader, or the reader. */
const OF_SOMEBODY =
  /\b(?:your|his|her) (?:child|son|daughter|student|average|grade|score|mark)\b|\byou (?:have|had|got|scored|earned|are at|stand at|now have)\b|(?<!\p{L})(?:su|tu) (?:hij[oa]|nota|promedio)|(?:Państwa|Pani|Pana) (?:dzieck|syn|córk)|con (?:anh|chị|quý vị|em)/iu;

/** A figure that was typed beside “your child” and is exactly one student’s. */
export const figureTyped: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `“${quotes[0]}” was typed, and is the figure of ${quotes[1]} alone`,
    mend: "All would read it. Place the field instead.",
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
    for (const line of [...typedLines(words.subject), ...typedLines(words.body)]) {
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
          return [{ path: { place: "body" }, quotes: [text.trim(), whose] }];
        }
      }
    }
    return [];
  },
};

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
