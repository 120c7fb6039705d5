import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { casesOf } from "@/core/testing/casesOf";
import { type SeatingPlan, type SeatingWish, seatingPlanSchema } from "../model/seatingPlan";
import { leftOver, resized, seatAt, toggleDesk, unseat } from "./moveSeat";
import { newRoom, ROOM_SHAPES } from "./newRoom";
import { proposeSeats } from "./proposeSeats";
import { deskFinder, Room, unmetWishes } from "./room";

const STUDENTS = ["a", "b", "c", "d", "e"];

const student = fc.constantFrom(...STUDENTS);
const wish: fc.Arbitrary<SeatingWish> = fc.oneof(
  fc.record({ kind: fc.constantFrom("in front" as const, "not beside the door" as const), studentId: student }),
  fc
    .record({ kind: fc.constantFrom("apart" as const, "together" as const), studentId: student, otherId: student })
    .filter(({ studentId, otherId }) => studentId !== otherId),
);
/** Small rooms with gaps, groups, held desks and somebody who is not in the class any more. */
const smallPlan: fc.Arbitrary<SeatingPlan> = fc
  .record({
    places: fc.uniqueArray(fc.record({ row: fc.nat(3), column: fc.nat(2) }), {
      minLength: 3,
      maxLength: 6,
      selector: ({ row, column }) => row * 3 + column,
    }),
    groups: fc.array(fc.option(fc.integer({ min: 1, max: 2 }), { nil: undefined }), { minLength: 6, maxLength: 6 }),
    sitting: fc.array(fc.option(fc.constantFrom(...STUDENTS, "gone"), { nil: undefined }), {
      minLength: 6,
      maxLength: 6,
    }),
    held: fc.array(fc.nat(5), { maxLength: 2 }),
    wishes: fc.array(wish, { maxLength: 7 }),
    door: fc.constantFrom("front left" as const, "back right" as const),
  })
  .map(({ places, groups, sitting, held, wishes, door }) => {
    const seats = new Map<string, string>();
    for (const [place, id] of sitting.slice(0, places.length).entries())
      if (id && ![...seats.values()].includes(id)) seats.set(`d${place}`, id);
    return {
      ...{ id: "plan", classId: "class", name: "Plan", rows: 4, columns: 3, door, wishes },
      desks: places.map((place, at) => ({
        id: `d${at}`,
        ...place,
        ...(groups[at] !== undefined && { group: groups[at] }),
      })),
      seats: Object.fromEntries(seats),
      held: [...new Set(held)].map((place) => `d${place}`).filter((id) => seats.has(id)),
    };
  });

/** How many wishes any plan at all can keep, by trying each. */
function mostKept(plan: SeatingPlan): number {
  const room = new Room(plan);
  const held = new Map(
    plan.held.flatMap((id) => (STUDENTS.includes(plan.seats[id] ?? "") ? [[id, plan.seats[id] ?? ""]] : [])),
  );
  const free = plan.desks.map(({ id }) => id).filter((id) => !held.has(id));
  const rest = STUDENTS.filter((id) => ![...held.values()].includes(id));
  let most = -1;
  const go = (place: number, seats: Record<string, string>) => {
    if (place === rest.length) {
      const deskOf = deskFinder(seats);
      most = Math.max(most, plan.wishes.filter((one) => room.isKept(one, deskOf)).length);
      return;
    }
    for (const desk of free) if (!seats[desk]) go(place + 1, { ...seats, [desk]: rest[place] ?? "" });
    // Somebody is left over where there are fewer desks.
    if (free.length < rest.length) go(place + 1, seats);
  };
  go(0, Object.fromEntries(held));
  return most;
}

describe("a proposal", () => {
  test("keeps as many wishes as any plan can, leaves held desks alone, and says which it can’t keep", () => {
    fc.assert(
      fc.property(smallPlan, (plan) => {
        const { seats, unmet, isBest, leftOver: rest } = proposeSeats(plan, STUDENTS);
        for (const id of plan.held) if (STUDENTS.includes(plan.seats[id] ?? "")) expect(seats[id]).toBe(plan.seats[id]);
        const seated = Object.values(seats);
        expect(new Set(seated).size).toBe(seated.length);
        expect([...seated, ...rest].sort()).toEqual(STUDENTS);
        expect(rest.length).toBe(Math.max(0, STUDENTS.length - plan.desks.length));
        expect(unmetWishes({ ...plan, seats })).toEqual(unmet);
        if (plan.desks.length >= STUDENTS.length) expect(plan.wishes.length - unmet.length).toBe(mostKept(plan));
        if (isBest) expect(plan.wishes.length - unmet.length).toBe(mostKept(plan));
      }),
      { numRuns: casesOf({ sample: 60, deep: 600 }) },
    );
  });

  test("of a whole class with many wishes comes at once, the same each time", () => {
    const ids = Array.from({ length: 30 }, (_, place) => `s${place}`);
    let count = 0;
    const room = newRoom("pairs", 32, () => `d${count++}`);
    const plan: SeatingPlan = {
      ...{ id: "plan", classId: "class", name: "Plan", door: "back left", seats: {}, held: [], ...room },
      wishes: [
        ...ids.slice(0, 8).map((studentId): SeatingWish => ({ kind: "in front", studentId })),
        ...ids
          .slice(8, 20)
          .map((studentId, at): SeatingWish => ({ kind: "apart", studentId, otherId: ids[at + 9] ?? "s0" })),
        ...ids
          .slice(20, 26)
          .map((studentId, at): SeatingWish => ({ kind: "together", studentId, otherId: ids[at] ?? "s0" })),
      ],
    };
    const made = proposeSeats(plan, ids);
    expect(made.unmet).toEqual([]);
    expect(made.leftOver).toEqual([]);
    expect(proposeSeats(plan, ids)).toEqual(made);
  });
});

describe("by hand", () => {
  test("two change places, a desk that goes leaves somebody over, and nobody ever sits twice", () => {
    fc.assert(
      fc.property(
        smallPlan,
        fc.array(
          fc.oneof(
            fc.record({ kind: fc.constant("seat" as const), id: student, desk: fc.nat(5) }),
            fc.record({ kind: fc.constant("unseat" as const), id: student }),
            fc.record({ kind: fc.constant("desk" as const), row: fc.nat(3), column: fc.nat(2) }),
            fc.record({ kind: fc.constant("size" as const), rows: fc.integer({ min: 1, max: 4 }) }),
          ),
          { maxLength: 8 },
        ),
        (begun, steps) => {
          let plan = begun;
          let count = 0;
          for (const step of steps) {
            const desk = plan.desks[step.kind === "seat" ? step.desk : -1];
            const before = desk && plan.seats[desk.id];
            if (step.kind === "seat" && desk) {
              const from = deskFinder(plan.seats)(step.id);
              plan = seatAt(plan, step.id, desk.id);
              expect(plan.seats[desk.id]).toBe(step.id);
              if (from && before && before !== step.id) expect(plan.seats[from]).toBe(before);
            }
            if (step.kind === "unseat") plan = unseat(plan, step.id);
            if (step.kind === "desk") plan = toggleDesk(plan, step.row, step.column, () => `n${count++}`);
            if (step.kind === "size") plan = resized(plan, step.rows, 3);
            const seated = Object.values(plan.seats);
            expect(new Set(seated).size).toBe(seated.length);
            expect(Object.keys(plan.seats).every((id) => plan.desks.some((one) => one.id === id))).toBe(true);
            expect([...seated.filter((id) => id !== "gone"), ...leftOver(plan, STUDENTS)].sort()).toEqual(STUDENTS);
            expect(seatingPlanSchema.safeParse(plan).success).toBe(true);
          }
        },
      ),
    );
  });
});

test.each(ROOM_SHAPES)("a new room with %s has a place for everybody, and no two desks in one", (shape) => {
  for (const seats of [1, 2, 7, 18, 28, 36, 45, 60]) {
    let count = 0;
    const room = newRoom(shape, seats, () => `d${count++}`);
    expect(room.desks.length).toBeGreaterThanOrEqual(seats);
    expect(new Set(room.desks.map(({ row, column }) => `${row}/${column}`)).size).toBe(room.desks.length);
    expect(
      seatingPlanSchema.safeParse({
        ...{ id: "x", classId: "c", name: "n", door: "front left", seats: {}, held: [], wishes: [], ...room },
      }).success,
    ).toBe(true);
  }
});
