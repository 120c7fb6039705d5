import type { FiguresIndex } from "@/core/figures/figuresIndex";
import { selectedKey, selectionNews } from "@/core/model/keptSelection";
import type { Selection } from "@/core/model/selection";
import { planNote } from "@/core/selection/planNote";
import { fewOf, listed } from "@/core/words";
import { labelOf, nameOf, noteSentence } from "./peopleView";

/** Who is in a selection now, and who was not, or is no longer. */
export interface SelectionNewsView {
  /** Everybody who is in it, by `selectedKey`. */
  readonly keys: readonly string[];
  readonly students: number;
  /** The selection as a sentence. */
  readonly sentence: string;
  readonly come: readonly string[];
  /** "2 new: Ana Wójcik and Ben Ode. No longer: Cy Li." Empty where nothing changed. */
  readonly words: string;
}

const MOST_NAMES = 8;

export function selectionNewsView(
  index: FiguresIndex,
  selection: Selection,
  seen: readonly string[],
): SelectionNewsView {
  const { selected } = planNote(index, { id: "", selection, ...NOBODY });
  const keys = selected.map(selectedKey);
  const { come, gone } = selectionNews(seen, keys);
  return {
    keys,
    sentence: noteSentence(index, { selection }),
    students: new Set(selected.map(({ studentId }) => studentId)).size,
    come,
    words: [newsOf("new", come, index), newsOf("no longer in it", gone, index)].filter(Boolean).join(" "),
  };
}

/** Who is selected does not depend on who is written to. */
const NOBODY = {
  audience: { guardians: "none" as const, students: false },
  leftOutRecipientIds: [],
  recipientChoices: {},
  perFamily: false,
};

function newsOf(what: string, keys: readonly string[], index: FiguresIndex): string {
  if (keys.length === 0) return "";
  const named = keys.map((key) => {
    const [classId = "", studentId = ""] = key.split("/");
    return `${nameOf(index, studentId)} (${labelOf(index, classId)})`;
  });
  return `${keys.length} ${what}: ${listed(fewOf(named, MOST_NAMES))}.`;
}
