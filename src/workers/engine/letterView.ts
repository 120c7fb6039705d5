import type { FiguresIndex } from "@/core/figures/figuresIndex";
import { blockKey, blockModel } from "@/core/letter/blockKinds";
import type { LiveBlockNode } from "@/core/letter/blocks/blockKind";
import { compileLetter } from "@/core/letter/compileLetter";
import { conditionalTextKey, fieldKey } from "@/core/letter/fields/fieldKey";
import { fieldsFor } from "@/core/letter/fields/fieldsFor";
import { fieldWriter } from "@/core/letter/fields/fieldWriter";
import type { LetterContext } from "@/core/letter/fields/letterContext";
import { languageOf, letterContexts } from "@/core/letter/noteLetters";
import type { ConditionalTextNode, FieldNode } from "@/core/model/letterBody";
import { type Period, WHOLE_YEAR } from "@/core/model/term";
import { reportContexts } from "@/core/report/reportPaper";
import { compileSelection } from "@/core/selection/compileSelection";
import { classRowsOf, type SelectionRow } from "@/core/selection/conditions/selectionRow";
import { type NotePeople, type PlannedLetter, planNote } from "@/core/selection/planNote";
import { EMPTY_LETTER_VIEW, type LetterView } from "./shownLetter";

function signatureLines(context: LetterContext): string[] {
  const words = { subject: { type: "doc" as const, content: [] }, body: { type: "doc" as const, content: SIGNATURE } };
  return compileLetter(words, context.settings.signature)([context]).text.trim().split("\n");
}
const SIGNATURE = [{ type: "signature" as const }];

function conditionalTextView(
  index: FiguresIndex,
  attrs: ConditionalTextNode["attrs"],
  period: Period,
  letters: readonly PlannedLetter[],
  row: SelectionRow,
) {
  const judge = compileSelection(attrs);
  const isOn = (one: SelectionRow) => judge(one).holds === true;
  const on = letters.filter(({ matches }) =>
    matches.some(({ classId, studentId }) => {
      const gradebook = index.gradebook(classId);
      const student = index.world.students.get(studentId);
      return gradebook && student && isOn(classRowsOf(index, gradebook, period).row(student));
    }),
  );
  const { holds } = judge(row);
  return {
    side: holds === undefined ? ("unknown" as const) : holds ? ("on" as const) : ("off" as const),
    letters: on.length,
  };
}

/** What stands in a letter and depends on the student. */
export interface LiveParts {
  readonly fields: readonly FieldNode["attrs"][];
  readonly blocks: readonly LiveBlockNode[];
  readonly passages: readonly ConditionalTextNode["attrs"][];
  /** The language of the words. */
  readonly language: string;
}

/** The values for one letter of a note, the first when there is none of that key, and for what stands in it. */
export function letterView(
  index: FiguresIndex,
  note: NotePeople,
  { fields: fieldNodes, blocks, passages, language }: LiveParts,
  key: string | undefined,
): LetterView {
  const { letters } = planNote(index, note);
  const place = Math.max(
    0,
    letters.findIndex((letter) => letter.key === key),
  );
  const shown = letters[place];
  const { period } = note.selection;
  if (!shown) {
    const empty = fieldsOf(index, period).map(({ id, group, label, kind }) => ({ id, group, label, kind, value: "" }));
    return { ...EMPTY_LETTER_VIEW, fields: empty };
  }
  const [context] = letterContexts(index, note, shown, language);
  return {
    key: shown.key,
    reads: languageOf(index, shown) ?? "",
    place,
    count: letters.length,
    ...valuesFor(context, { fields: fieldNodes, blocks }),
    passages: Object.fromEntries(
      passages.map((attrs) => [
        conditionalTextKey(attrs),
        conditionalTextView(index, attrs, period, letters, context.row),
      ]),
    ),
  };
}

/** What stands in a page for one student, in words of a language; none where the student or the class is gone. */
export function pageView(
  index: FiguresIndex,
  about: { readonly studentId: string; readonly classId: string },
  period: Period,
  { fields, blocks, passages, language }: LiveParts,
): LetterView {
  if (!index.world.students.has(about.studentId) || !index.world.classes.has(about.classId)) return EMPTY_LETTER_VIEW;
  const [context] = reportContexts(index, [about], period, language);
  return {
    ...EMPTY_LETTER_VIEW,
    count: 1,
    ...valuesFor(context, { fields, blocks }),
    passages: Object.fromEntries(
      passages.map((attrs) => [conditionalTextKey(attrs), conditionalTextView(index, attrs, period, [], context.row)]),
    ),
  };
}

function fieldsOf(index: FiguresIndex, period: Period) {
  return fieldsFor(index.world, (termId) => period === WHOLE_YEAR || termId === period, index.today);
}

/** The values of all fields, of those that are placed as they are set there, and of the blocks. */
function valuesFor(
  context: LetterContext,
  { fields: fieldNodes, blocks }: Pick<LiveParts, "fields" | "blocks">,
): Pick<LetterView, "fields" | "placed" | "blocks" | "signature"> {
  const placed = [...new Map(fieldNodes.map((attrs) => [fieldKey(attrs), attrs]))];
  return {
    fields: fieldsOf(context.index, context.period).map(({ id, group, label, kind }) => ({
      id,
      group,
      label,
      kind,
      value: fieldWriter({ field: id, format: "", upperFirst: false })(context),
    })),
    placed: Object.fromEntries(placed.map(([placedKey, attrs]) => [placedKey, fieldWriter(attrs)(context)])),
    blocks: Object.fromEntries(blocks.map((block) => [blockKey(block), blockModel(block, context)])),
    signature: signatureLines(context),
  };
}
