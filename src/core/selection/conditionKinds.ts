import type { Condition } from "../model/condition";
import { anyAssignment } from "./conditions/anyAssignment";
import { assignment } from "./conditions/assignment";
import { assignmentStatus } from "./conditions/assignmentStatus";
import { birthday } from "./conditions/birthday";
import { category } from "./conditions/category";
import { change } from "./conditions/change";
import { checklist } from "./conditions/checklist";
import { chosen } from "./conditions/chosen";
import type { ConditionKind, ConditionOf, PhraseNames } from "./conditions/conditionKind";
import { countOf } from "./conditions/countOf";
import { criterion } from "./conditions/criterion";
import { extraColumn } from "./conditions/extraColumn";
import { gradeLabel } from "./conditions/gradeLabel";
import type { Judged } from "./conditions/judged";
import { language } from "./conditions/language";
import { lastNote } from "./conditions/lastNote";
import { marked } from "./conditions/marked";
import { missing } from "./conditions/missing";
import { nothingMissing } from "./conditions/nothingMissing";
import { overall } from "./conditions/overall";
import type { Phrase } from "./conditions/phrase";
import { rank } from "./conditions/rank";
import { reach } from "./conditions/reach";
import type { SelectionRow } from "./conditions/selectionRow";
import { tag } from "./conditions/tag";
import { written } from "./conditions/written";

/** Every kind of condition, in the order in which they are offered. */
const CONDITION_KINDS = {
  overall,
  category,
  assignment,
  "assignment status": assignmentStatus,
  criterion,
  marked,
  "any assignment": anyAssignment,
  missing,
  "nothing missing": nothingMissing,
  count: countOf,
  "grade label": gradeLabel,
  rank,
  tag,
  language,
  reach,
  change,
  written,
  "last note": lastNote,
  checklist,
  "own column": extraColumn,
  birthday,
  chosen,
} as const satisfies { [Kind in Condition["kind"]]: ConditionKind<Kind, never> | ConditionKind<Kind, { kind: Kind }> };

type BecauseOf<Of> = Of extends ConditionKind<infer _Kind, infer Because> ? Because : never;
/** Why a condition holds or does not, as data. */
export type ConditionReason = BecauseOf<(typeof CONDITION_KINDS)[Condition["kind"]]>;

/** A kind as it is used where nobody knows which it is. */
type AnyKind = ConditionKind<Condition["kind"], ConditionReason>;

function kindOf(kind: Condition["kind"]): AnyKind {
  return CONDITION_KINDS[kind] as unknown as AnyKind;
}

/** What can be asked, as it is offered; each begins as a sentence that can be changed word by word. */
export const CONDITION_OFFERS: readonly { readonly words: string; readonly condition: Condition }[] = Object.values(
  CONDITION_KINDS,
).map(({ offer, begins }) => ({ words: offer, condition: begins }));

/** One condition as a function of a row. */
export function compileCondition(condition: Condition): (row: SelectionRow) => Judged<ConditionReason> {
  return kindOf(condition.kind).judge(condition);
}

/** One condition as a sentence goes on with it, with what can be changed in it. */
export function conditionPhrase(condition: Condition, names: PhraseNames): Phrase<Condition> {
  return kindOf(condition.kind).phrase(condition, names);
}

/** The reason of a condition in words. */
export function conditionBecause(reason: ConditionReason, classLabel: string): string {
  return kindOf(reason.kind).because(reason, classLabel);
}

/** A quick look at the columns of a class, where the kind has one. */
export function conditionOutside(
  condition: Condition,
  ...of: Parameters<NonNullable<AnyKind["outside"]>> extends [ConditionOf<Condition["kind"]>, ...infer Rest]
    ? Rest
    : never
): ((place: number) => boolean) | undefined {
  return kindOf(condition.kind).outside?.(condition, ...of);
}
