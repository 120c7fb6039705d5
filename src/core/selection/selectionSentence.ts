import type { Condition, MatchRule, SelectionPart } from "../model/condition";
import type { Selection } from "../model/selection";
import { listed } from "../words";
import { conditionPhrase } from "./conditionKinds";
import type { PhraseNames } from "./conditions/conditionKind";
import { phraseWords } from "./conditions/phrase";

/** The names a sentence needs, looked up by whoever has them. */
export interface SentenceNames extends PhraseNames {
  classLabel(classId: string): string;
  period(period: string): string;
}

/** A selection as one English sentence: nothing that is in force is left unsaid. */
export function selectionSentence(selection: Selection, names: SentenceNames): string {
  const classes =
    selection.classIds === "all" ? "all classes" : listed(selection.classIds.map(names.classLabel)) || "no class";
  const conditions = conditionsWords(selection, names);
  const added = listed(selection.addedStudentIds.map(names.student));
  const without = listed(selection.leftOutStudentIds.map(names.student));
  return [
    `Students in ${classes}`,
    conditions ? ` ${conditions}` : "",
    ` in ${names.period(selection.period)}`,
    added ? `; and ${added}` : "",
    without ? `; without ${without}` : "",
  ].join("");
}

/** Conditions in words, joined as they are matched: "whose overall average is below 70 % and who miss nothing". Empty without any. */
export function conditionsWords(
  { match, conditions }: Pick<Selection, "match" | "conditions">,
  names: PhraseNames,
): string {
  return joined(
    match,
    conditions.map((part) => partWords(part, names)),
  );
}

function partWords(part: SelectionPart, names: PhraseNames): string {
  if (part.kind !== "group") return conditionWords(part, names);
  const words = joined(
    part.match,
    part.conditions.map((condition) => conditionWords(condition, names)),
  );
  return part.conditions.length > 1 ? `(${words})` : words;
}

function joined(match: MatchRule, parts: readonly string[]): string {
  const words = parts.filter(Boolean);
  if (match === "none" && words.length > 0) return `for whom it is not so: ${listed(words, "or")}`;
  return listed(words, match === "any" ? "or" : "and");
}

/** One condition in words, beginning with "who" or "whose". */
export function conditionWords(condition: Condition, names: PhraseNames): string {
  return phraseWords(conditionPhrase(condition, names));
}
