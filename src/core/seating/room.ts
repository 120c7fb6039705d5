import type { Desk, SeatingPlan, SeatingWish } from "../model/seatingPlan";

/** So large a part of the rows is in front; at least one row. */
const FRONT_PART = 3;

/** The room of a plan: how desks lie to each other, to the front and to the door. */
export class Room {
  readonly desks: readonly Desk[];
  private readonly byId: ReadonlyMap<string, Desk>;
  private readonly frontRows: ReadonlySet<number>;
  private readonly door: { readonly row: number; readonly column: number };

  constructor({ desks, rows, columns, door }: Pick<SeatingPlan, "desks" | "rows" | "columns" | "door">) {
    this.desks = desks;
    this.byId = new Map(desks.map((desk) => [desk.id, desk]));
    const used = [...new Set(desks.map(({ row }) => row))].sort((a, b) => a - b);
    this.frontRows = new Set(used.slice(0, Math.max(1, Math.ceil(used.length / FRONT_PART))));
    this.door = {
      row: door.startsWith("front") ? 0 : rows - 1,
      column: door.endsWith("left") ? 0 : columns - 1,
    };
  }

  isInFront(deskId: string): boolean {
    const desk = this.byId.get(deskId);
    return desk !== undefined && this.frontRows.has(desk.row);
  }

  /** The corner of the door and the places around it. */
  isBesideDoor(deskId: string): boolean {
    const desk = this.byId.get(deskId);
    return desk !== undefined && far(desk, this.door) <= 1;
  }

  /** Whether who sits at two desks sits together: in one group, or side by side, or one behind the other. */
  areTogether(a: string, b: string): boolean {
    const [one, other] = [this.byId.get(a), this.byId.get(b)];
    if (!one || !other || one === other) return false;
    if (one.group !== undefined && one.group === other.group) return true;
    return Math.abs(one.row - other.row) + Math.abs(one.column - other.column) === 1;
  }

  /** Whether two desks are so close that it is not apart: together, or across a corner. */
  areClose(a: string, b: string): boolean {
    const [one, other] = [this.byId.get(a), this.byId.get(b)];
    return one !== undefined && other !== undefined && (this.areTogether(a, b) || far(one, other) <= 1);
  }

  /** Whether a wish is kept where students sit. Who has no desk is in front of nobody, and apart from everybody. */
  isKept(wish: SeatingWish, deskOf: (studentId: string) => string | undefined): boolean {
    const own = deskOf(wish.studentId);
    switch (wish.kind) {
      case "in front":
        return own !== undefined && this.isInFront(own);
      case "not beside the door":
        return own !== undefined && !this.isBesideDoor(own);
      case "together":
      case "apart": {
        const other = deskOf(wish.otherId);
        if (own === undefined || other === undefined) return wish.kind === "apart";
        return wish.kind === "together" ? this.areTogether(own, other) : !this.areClose(own, other);
      }
    }
  }
}

function far(a: { row: number; column: number }, b: { row: number; column: number }): number {
  return Math.max(Math.abs(a.row - b.row), Math.abs(a.column - b.column));
}

/** Which desk a student has, by who sits where. */
export function deskFinder(seats: Readonly<Record<string, string>>): (studentId: string) => string | undefined {
  const desks = new Map(Object.entries(seats).map(([deskId, studentId]) => [studentId, deskId]));
  return (studentId) => desks.get(studentId);
}

/** The wishes of a plan that are not kept as students sit now. */
export function unmetWishes(plan: SeatingPlan): SeatingWish[] {
  const room = new Room(plan);
  const deskOf = deskFinder(plan.seats);
  return plan.wishes.filter((wish) => !room.isKept(wish, deskOf));
}
