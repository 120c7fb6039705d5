import { fieldById } from "../../letter/fields/fieldsFor";
import type { LetterContext } from "../../letter/fields/letterContext";
import type { LetterBody, LetterSubject } from "../../model/letterBody";
import { writtenLines } from "../../model/letterBody";
import { compileSelection } from "../../selection/compileSelection";
import { type Claim, claimsOf, type StatedFigure } from "../reading/claims";
import type { FindingKind } from "./findingKind";
import type { LetterScene } from "./letterScene";
import { lettersDo } from "./wording";
import { sentencesOf } from "./wordsLines";

/** Words that say something of a figure beside them, and the figure as it is shown says otherwise: "69.6 %, at 70 % or above". */
export const statementDisagrees: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `${lettersDo(details, "says", "say")} “${details.quotes[0]}” beside a figure that it is not true of`,
    mend: `${details.quotes.slice(1).join(", ")}. Put it into conditional text for those of whom it is true.`,
  }),
  inLetter: (scene) => {
    const { subject, body } = scene.words;
    const stated = [...statementsIn(subject), ...statementsIn(body)];
    if (stated.length === 0) return [];
    const wrong = stated.find(({ fields, claim, isShown }) =>
      scene.contexts.some(
        (context) => isShown(context) && claim.isUntrueOf(figuresOf(fields, context), passMarkOf(scene, context)),
      ),
    );
    return wrong ? [{ where: { word: wrong.claim.words }, quote: wrong.claim.words }] : [];
  },
};

interface Statement {
  readonly fields: readonly string[];
  readonly claim: Claim;
  /** What stands in conditional text is read by those alone who are shown it. */
  isShown(context: LetterContext): boolean;
}

const SHOWN_IF = { passageThen: true, passageOtherwise: false, passageUnknown: undefined } as const;

/** A field in a line, with its id between two of them. */
const MARK = "\u2064";
const known = new WeakMap<LetterSubject | LetterBody, readonly Statement[]>();

/** The sentences of a document that hold a figure and say something of it. */
function statementsIn(document: LetterSubject | LetterBody): readonly Statement[] {
  const found = known.get(document);
  if (found) return found;
  const made = document.content.flatMap((block) => {
    if (block.type !== "passage") return statementsOf({ type: "doc", content: [block] } as LetterBody, () => true);
    const judge = compileSelection(block.attrs);
    return block.content.flatMap((side) =>
      side
        ? statementsOf({ type: "doc", content: side.content }, ({ row }) => judge(row).holds === SHOWN_IF[side.type])
        : [],
    );
  });
  known.set(document, made);
  return made;
}

function statementsOf(document: LetterBody, isShown: Statement["isShown"]): Statement[] {
  return writtenLines(document, (field) => `${MARK}${field}${MARK}`).flatMap((line) =>
    sentencesOf(line).flatMap((sentence) => {
      const fields = [...sentence.matchAll(new RegExp(`${MARK}([^${MARK}]+)${MARK}`, "g"))].map(([, id = ""]) => id);
      const words = sentence.replace(new RegExp(`${MARK}[^${MARK}]+${MARK}`, "g"), "…");
      return fields.length === 0 ? [] : claimsOf(words).map((claim) => ({ fields, claim, isShown }));
    }),
  );
}

function figuresOf(fields: readonly string[], context: LetterContext): StatedFigure[] {
  return fields.flatMap((id): StatedFigure[] => {
    const value = fieldById(id)?.value(context);
    switch (value?.kind) {
      case "percent":
        return [{ kind: "percent", value: value.shown, isNow: id === "overall" }];
      case "points":
        return [{ kind: "points", value: value.points, possible: value.possible }];
      case "count":
        return [{ kind: "count", value: value.count }];
      case "change":
        return [{ kind: "change", value: value.points }];
      case "number":
        return [{ kind: "percent", value: value.value, isNow: false }];
      case "text": {
        const percent = /^(\d+(?:[.,]\d+)?)\s*%$/.exec(value.text)?.[1];
        return percent ? [{ kind: "percent", value: Number(percent.replace(",", ".")), isNow: false }] : [];
      }
      default:
        return [];
    }
  });
}

/** From where on a class counts as passed: the lowest label of its scale says that it is not. None where none says so. */
function passMarkOf({ index }: LetterScene, { schoolClass }: LetterContext): number | undefined {
  const bands = [...(index.world.gradeScales.get(schoolClass.gradeScaleId)?.bands ?? [])].sort(
    (a, b) => a.from - b.from,
  );
  const [lowest, next] = bands;
  return lowest && next && /^(?:f|u|e|fail(?:ed|ing)?|not (?:yet )?passed|np|n\/p|insufficient)$/i.test(lowest.label)
    ? next.from
    : undefined;
}
