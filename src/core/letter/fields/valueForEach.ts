import { wordsIn } from "../../languages/productLanguages";
import { classLabel } from "../../model/schoolClass";
import { firstName, nameAmongNamesakes } from "../../model/student";
import { fieldById } from "./fieldsFor";
import type { LetterContext } from "./letterContext";
import type { Slot } from "./slot";
import { writingIn } from "./writingIn";

/** Names and the like say by themselves whose they are; so does what is the teacher's or the reader's own. */
const SAYS_ITSELF =
  /^(?:student\.(?:firstName|fullName|familyName|number)|class\.|term\.name|recipient\.|teacher\.|school\.|today)/;

/**
 * A field that stands once for all children and classes of a family: what is the same for all is said once, what differs
 * names each with its value, also one that has none.
 */
export function valueForEach(
  { attrs, write }: Pick<Slot, "attrs" | "write">,
  contexts: readonly LetterContext[],
): string {
  const values = contexts.map(write);
  const [context] = contexts;
  if (!context) return "";
  const distinct = [...new Set(values.filter(Boolean))];
  const { list } = writingIn(context.language);
  if (distinct.length === 0) return "";
  if (SAYS_ITSELF.test(attrs.field) || fieldById(attrs.field)?.group === "Teacher") return list(distinct);
  if (distinct.length === 1 && values.every(Boolean)) return distinct[0] ?? "";
  const { nothingYet } = wordsIn(context.language);
  return contexts
    .map((one, place) => `${nameAmong(one, contexts)} ${values[place] || attrs.fallback || nothingYet}`)
    .filter((words, place, all) => all.indexOf(words) === place)
    .join(", ");
}

/** The child, the class, or both, as far as that tells this one from the others. */
function nameAmong({ student, schoolClass, hasNamesake }: LetterContext, contexts: readonly LetterContext[]): string {
  const isOnlyChild = contexts.every((other) => other.student.id === student.id);
  if (isOnlyChild) return classLabel(schoolClass);
  const name = hasNamesake ? nameAmongNamesakes(student) : firstName(student);
  const inSeveral = contexts.some(
    (other) => other.student.id === student.id && other.schoolClass.id !== schoolClass.id,
  );
  return inSeveral ? `${name} (${classLabel(schoolClass)})` : name;
}
