import type { ClassColumns } from "../../figures/classColumns";
import type { Condition } from "../../model/condition";
import type { SchoolClass } from "../../model/schoolClass";
import type { Judged } from "./judged";
import type { Phrase } from "./phrase";
import type { SelectionRow } from "./selectionRow";

export type ConditionOf<Kind extends Condition["kind"]> = Extract<Condition, { kind: Kind }>;

/** The names that a phrase needs, looked up by whoever has them. */
export interface PhraseNames {
  student(studentId: string): string;
}

/** All there is to one kind of condition. `Because` is its reason as data: the figure that decided and what it was held against. */
export interface ConditionKind<Kind extends Condition["kind"], Because extends { readonly kind: Kind }> {
  /** As it is offered, and what it begins with. */
  readonly offer: string;
  readonly begins: ConditionOf<Kind>;
  /** As a sentence goes on with it, beginning with "who" or "whose". */
  phrase(condition: ConditionOf<Kind>, names: PhraseNames): Phrase<ConditionOf<Kind>>;
  /** The condition as a function of a row. What can be made ready beforehand is. */
  judge(condition: ConditionOf<Kind>): (row: SelectionRow) => Judged<Because>;
  /** The reason in words, with the figures. */
  because(reason: Because, classLabel: string): string;
  /**
   * A quick look at the columns of a class before anybody is judged: whether the student at a place is neither selected, nor
   * a near miss, nor without an answer. None where the columns can't tell.
   */
  outside?(
    condition: ConditionOf<Kind>,
    schoolClass: SchoolClass,
    columns: ClassColumns,
  ): ((place: number) => boolean) | undefined;
}
