import type { Marking } from "../model/marking";
import type { SchoolClass } from "../model/schoolClass";
import type { SeatingPlan } from "../model/seatingPlan";
import { byFamilyName, type Student } from "../model/student";
import type { World } from "../model/world";
import { Random } from "../random";

/** The students of a class in the order in which they are marked; whom an order does not name comes last, by name. */
export function markingOrder(
  { students, seatingPlans }: Pick<World, "students" | "seatingPlans">,
  { studentIds }: Pick<SchoolClass, "studentIds">,
  { order, studentIds: arranged, seatingPlanId }: Pick<Marking, "order" | "studentIds" | "seatingPlanId">,
): Student[] {
  const byName = studentIds.flatMap((id) => students.get(id) ?? []).sort(byFamilyName);
  const first =
    order === "names" ? [] : order === "seats" ? seatOrder(seatingPlans.get(seatingPlanId ?? "")) : arranged;
  const places = new Map(first.map((id, place) => [id, place]));
  const placeOf = ({ id }: Student) => places.get(id) ?? first.length;
  return [...byName].sort((a, b) => placeOf(a) - placeOf(b));
}

/** Who sits where, row by row from the front, each row from the left as the class sees it. */
function seatOrder(plan: SeatingPlan | undefined): string[] {
  if (!plan) return [];
  const desks = [...plan.desks].sort((a, b) => a.row - b.row || a.column - b.column);
  return desks.flatMap(({ id }) => plan.seats[id] ?? []);
}

/** An order by lot; the same seed draws the same. */
export function drawnOrder(studentIds: readonly string[], seed: number): string[] {
  const random = new Random(seed);
  const drawn = [...studentIds].sort();
  for (let place = drawn.length - 1; place > 0; place -= 1) {
    const other = random.whole(0, place);
    [drawn[place], drawn[other]] = [drawn[other] as string, drawn[place] as string];
  }
  return drawn;
}
