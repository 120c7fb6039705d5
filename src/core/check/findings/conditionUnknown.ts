import type { ConditionalTextNode } from "../../model/letterBody";
import { compileSelection } from "../../selection/compileSelection";
import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { lettersDo } from "./wording";

/** Conditional text whose conditions can't be judged of somebody, and that says nothing for that case. */
export const conditionUnknown: FindingKind = {
  severity: "line",
  words: (details) => ({
    title: `${lettersDo(details, "has", "have")} neither side of a conditional text`,
    mend: `It is not known of ${listed(details.quotes)}. Write a text for that case, where something should stand there.`,
  }),
  quotes: "names",
  inLetter: ({ words, contexts, planned: { matches } }) => {
    const about = words.body.content.flatMap((block) => {
      if (block.type !== "passage" || block.content[2]) return [];
      const judge = judgeOf(block.attrs);
      const unknown = contexts.filter(({ row }) => judge(row).holds === undefined);
      return matches.filter(({ studentId, classId }) =>
        unknown.some(({ student, schoolClass }) => student.id === studentId && schoolClass.id === classId),
      );
    });
    return about.length > 0 ? [{ about }] : [];
  },
};

type Conditions = ConditionalTextNode["attrs"];
const judges = new WeakMap<Conditions, ReturnType<typeof compileSelection>>();

/** Compiled once for all letters of a note. */
function judgeOf(attrs: Conditions): ReturnType<typeof compileSelection> {
  const known = judges.get(attrs) ?? compileSelection(attrs);
  judges.set(attrs, known);
  return known;
}
