import { viewsOf } from "../../figures/comparedViews";
import { levelOf, pointsOf } from "../../model/criterion";
import { titleKey } from "../../model/titleKey";
import { assignmentOf } from "./assignmentField";
import { type Field, textField } from "./field";
import { reachedWords } from "./rubricLines";

/** What can be said of one criterion of an assignment. */
export const CRITERION_FIELD_KINDS = ["level", "points", "sentence", "own"] as const;
export type CriterionFieldKind = (typeof CRITERION_FIELD_KINDS)[number];

/** A criterion of an assignment, both by the names that classes share. */
export interface CriterionName {
  readonly assignment: string;
  readonly criterion: string;
}

/** The part of a field's id that names a criterion: the length of its name tells where that ends and the title begins. */
export function criterionKey({ assignment, criterion }: CriterionName): string {
  return `${criterion.length}.${criterion}${assignment}`;
}

/** What `criterionKey` named; none where it names nothing. */
export function criterionFrom(key: string): CriterionName | undefined {
  const [, length = "", rest = ""] = /^(\d+)\.(.*)$/su.exec(key) ?? [];
  const end = Number(length);
  return length && end < rest.length ? { criterion: rest.slice(0, end), assignment: rest.slice(end) } : undefined;
}

const ABOUT = "How the student stands on this criterion of the rubric";

/** A field of one criterion; who was not judged by it has no value. */
export function criterionField(id: string, kind: CriterionFieldKind, { assignment, criterion }: CriterionName): Field {
  const found = (context: Parameters<Field["value"]>[0]) => {
    const of = assignmentOf(context, assignment);
    const own = of?.assignment.rubric?.find(({ name }) => titleKey(name) === titleKey(criterion));
    return own && { own, reached: of?.score?.levels };
  };
  const label = `${criterion} in ${assignment}`;
  if (kind === "points")
    return {
      id,
      group: "Work",
      label: `Points for ${label}`,
      about: ABOUT,
      kind: "points",
      value: (context) => {
        const one = found(context);
        const points = one && pointsOf(one.own, one.reached);
        if (!one || points === undefined) return undefined;
        const most = Math.max(one.own.most ?? 0, ...one.own.levels.map((level) => level.points ?? 0));
        return { kind: "points", points, possible: most };
      },
    };
  if (kind === "own")
    return textField(id, "Work", `Own view of ${label}`, ABOUT, (context) => {
      const of = assignmentOf(context, assignment)?.assignment;
      const own =
        of &&
        viewsOf(context.index.world, of.id, context.student.id)
          .filter(({ by }) => by === "own")
          .at(-1);
      const one = found(context);
      return own && one && reachedWords(one.own, own.reached, context.language);
    });
  return textField(id, "Work", kind === "level" ? label : `Sentence for ${label}`, ABOUT, (context) => {
    const one = found(context);
    if (!one) return undefined;
    return kind === "level"
      ? reachedWords(one.own, one.reached, context.language)
      : levelOf(one.own, one.reached)?.sentence;
  });
}
