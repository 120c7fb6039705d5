import { compares, comparisonSchema } from "../../model/condition";
import { type Criterion, isJudged, levelOf, pointsOf } from "../../model/criterion";
import { readOwnValue } from "../../model/extraColumn";
import { titleKey } from "../../model/titleKey";
import type { World } from "../../model/world";
import type { ConditionKind } from "./conditionKind";
import { yesNoOrUnknown, yesOrNo } from "./judged";
import { asTheyAre, type Control, known, MOST_POINTS, oneOf } from "./phrase";

interface CriterionReason {
  readonly kind: "criterion";
  readonly assignment: string;
  readonly criterion: string;
  readonly reached: string;
  readonly holds: boolean;
}

/** Levels compare by their order, free points as numbers; who was not judged, or by another rubric, can't be compared. */
export const criterion: ConditionKind<"criterion", CriterionReason> = {
  offer: "level of a criterion",
  begins: { kind: "criterion", assignment: "", criterion: "", comparison: "at most", value: "" },
  phrase: (condition) => {
    const { assignment, value } = condition;
    const change = (next: string): typeof condition => ({ ...condition, value: next });
    return [
      "whose ",
      known(
        "Criterion",
        condition.criterion,
        condition.criterion || "criterion",
        (world) => asTheyAre([...new Set(criteriaOf(world, assignment).map(({ name }) => name))]),
        (name) => ({ ...condition, criterion: name, value: "" }),
      ),
      " in ",
      known("Assignment with a rubric", assignment, assignment || "an assignment", judgedTitles, (title) => ({
        ...condition,
        assignment: title,
        criterion: "",
        value: "",
      })),
      " is ",
      oneOf("Comparison", condition.comparison, comparisonSchema.options, (comparison) => ({
        ...condition,
        comparison,
      })),
      " ",
      {
        said: value || "…",
        control: (world): Control<typeof condition> => {
          const chosen = criteriaOf(world, assignment).filter(({ name }) => name === condition.criterion);
          if (chosen.some(({ most }) => most !== undefined)) {
            const points = { label: "Points", value: Number(value) || 0, least: 0, most: MOST_POINTS, isWhole: false };
            return { kind: "number", ...points, change: (next) => change(String(next)) };
          }
          const levels = new Set(chosen.flatMap((one) => one.levels.map(({ label }) => label)));
          return { kind: "choice", label: "Level", value, options: asTheyAre([...levels]), change };
        },
      },
    ];
  },
  judge: (condition) => (row) => {
    const { assignment, comparison, value } = condition;
    const found = row.assignment(assignment);
    const own = found?.assignment.rubric?.find(({ name }) => titleKey(name) === titleKey(condition.criterion));
    const levels = found?.score?.levels;
    const reason = (holds: boolean): CriterionReason => {
      const reached = own && (levelOf(own, levels)?.label ?? pointsOf(own, levels));
      return {
        kind: "criterion",
        assignment,
        criterion: condition.criterion,
        reached: String(reached ?? ""),
        holds,
      };
    };
    if (!own || !isJudged(own, levels)) return yesNoOrUnknown(undefined, reason(false));
    const place = own.levels.findIndex(({ label }) => titleKey(label) === titleKey(value));
    const wanted = own.most === undefined ? place : readOwnValue(value, "number");
    if (typeof wanted !== "number" || wanted < 0) return yesNoOrUnknown(undefined, reason(false));
    const level = levelOf(own, levels);
    const reached = own.most === undefined ? own.levels.findIndex(({ id }) => id === level?.id) : pointsOf(own, levels);
    const holds = compares(reached ?? 0, comparison, wanted);
    return yesOrNo(holds, reason(holds));
  },
  because: (reason, classLabel) =>
    `${reason.criterion} in ${reason.assignment}: ${reason.reached || "not judged"} in ${classLabel}`,
};

function judgedTitles(world: World) {
  const judged = [...world.assignments.values()].filter(({ rubric = [] }) => rubric.length > 0);
  return asTheyAre([...new Map(judged.map(({ title }) => [titleKey(title), title])).values()]);
}

/** The criteria of all assignments with a title. */
function criteriaOf(world: World, assignment: string): Criterion[] {
  return [...world.assignments.values()]
    .filter(({ title }) => titleKey(title) === titleKey(assignment))
    .flatMap(({ rubric = [] }) => rubric);
}
