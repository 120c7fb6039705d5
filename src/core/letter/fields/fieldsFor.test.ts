import { expect, test } from "vitest";
import { worldOf } from "../../model/world";
import { sampleAssignment, sampleWorld } from "../../testing/sampleClass";
import { fieldById, fieldsFor } from "./fieldsFor";

test("every field on offer says what it is; a name with dots in it misleads nobody", () => {
  const world = worldOf(
    sampleWorld({ work: [{ assignment: sampleAssignment({ title: "Lab 1.5: due" }), scores: {} }] }),
  );
  const fields = fieldsFor(world, () => true, "2026-11-24");
  expect(fields.length).toBeGreaterThan(30);
  expect(fields.filter(({ id }) => !fieldById(id)?.about)).toEqual([]);
  expect(fieldById("assignment.score.Lab 1.5: due")?.about).toBe(fieldById("assignment.score.x")?.about);
  expect(fieldById("no such field")).toBeUndefined();
});

test("fields of work come in the order that letters speak of it: past due with the latest first, then what is to come", () => {
  const titles = [
    ["Old", "2026-09-01"],
    ["Undated", undefined],
    ["Far off", "2027-02-01"],
    ["Today", "2026-11-24"],
    ["Soon", "2026-11-30"],
  ] as const;
  const work = titles.map(([title, dueDate]) => {
    const { dueDate: _before, ...rest } = sampleAssignment({ id: title, title });
    return { assignment: { ...rest, ...(dueDate && { dueDate }) }, scores: {} };
  });
  const fields = fieldsFor(worldOf(sampleWorld({ work })), () => true, "2026-11-24");
  const due = fields.filter(({ id }) => id.startsWith("assignment.due."));
  expect(due.map(({ id }) => id.split(".").at(-1))).toEqual(["Today", "Old", "Soon", "Far off", "Undated"]);
});
