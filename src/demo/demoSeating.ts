import type { SchoolClass } from "@/core/model/schoolClass";
import type { SeatingPlan } from "@/core/model/seatingPlan";
import { newRoom } from "@/core/seating/newRoom";
import { proposeSeats } from "@/core/seating/proposeSeats";

/** The first class has a plan, with some wishes and two desks more than students. */
export function demoSeating(classes: readonly SchoolClass[]): SeatingPlan[] {
  const [first] = classes;
  if (!first || first.studentIds.length > MOST_IN_A_ROOM) return [];
  const [a = "", b = "", c = "", d = "", e = ""] = first.studentIds;
  let desks = 0;
  const plan: SeatingPlan = {
    id: "plan-1",
    classId: first.id,
    name: "Harbour room",
    ...newRoom("pairs", first.studentIds.length + 2, () => `desk-${++desks}`),
    door: "front right",
    seats: {},
    held: [],
    wishes: [
      { kind: "in front", studentId: c },
      { kind: "apart", studentId: a, otherId: b },
      { kind: "together", studentId: d, otherId: e },
      { kind: "not beside the door", studentId: b },
    ],
  };
  return [{ ...plan, seats: { ...proposeSeats(plan, first.studentIds).seats } }];
}

const MOST_IN_A_ROOM = 40;
