import type { SeatingPlan } from "../model/seatingPlan";
import { deskFinder } from "./room";

/** A student takes a desk; who sat there takes the desk that comes free, or is left over. */
export function seatAt(plan: SeatingPlan, studentId: string, deskId: string): SeatingPlan {
  const from = deskFinder(plan.seats)(studentId);
  const before = plan.seats[deskId];
  if (before === studentId) return plan;
  const seats = { ...plan.seats, [deskId]: studentId };
  if (from !== undefined) {
    if (before === undefined) delete seats[from];
    else seats[from] = before;
  }
  return { ...plan, seats };
}

/** A student leaves the desk. */
export function unseat(plan: SeatingPlan, studentId: string): SeatingPlan {
  const seats = Object.fromEntries(Object.entries(plan.seats).filter(([, id]) => id !== studentId));
  return { ...plan, seats };
}

/** Puts a desk where none is, or takes the one that is there away; who sat at it is left over. */
export function toggleDesk(plan: SeatingPlan, row: number, column: number, newId: () => string): SeatingPlan {
  const there = plan.desks.find((desk) => desk.row === row && desk.column === column);
  if (!there) return { ...plan, desks: [...plan.desks, { id: newId(), row, column }] };
  const { [there.id]: _gone, ...seats } = plan.seats;
  return {
    ...plan,
    desks: plan.desks.filter((desk) => desk !== there),
    seats,
    held: plan.held.filter((id) => id !== there.id),
  };
}

/** Students of the class without a desk, and seats of students who are not in it any more are free. */
export function leftOver(plan: SeatingPlan, studentIds: readonly string[]): string[] {
  const deskOf = deskFinder(plan.seats);
  return studentIds.filter((id) => deskOf(id) === undefined);
}

/** A room with other measures; desks that don't fit are gone, and who sat there is left over. */
export function resized(plan: SeatingPlan, rows: number, columns: number): SeatingPlan {
  const desks = plan.desks.filter((desk) => desk.row < rows && desk.column < columns);
  const kept = new Set(desks.map(({ id }) => id));
  return {
    ...plan,
    rows,
    columns,
    desks,
    seats: Object.fromEntries(Object.entries(plan.seats).filter(([deskId]) => kept.has(deskId))),
    held: plan.held.filter((id) => kept.has(id)),
  };
}
