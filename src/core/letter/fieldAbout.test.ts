import { expect, test } from "vitest";
import { worldOf } from "../model/world";
import { sampleAssignment, sampleWorld } from "../testing/sampleClass";
import { fieldAbout } from "./fieldAbout";
import { fieldsFor } from "./fieldsFor";

test("every field on offer says what it is; a name with dots in it misleads nobody", () => {
  const world = worldOf(
    sampleWorld({ work: [{ assignment: sampleAssignment({ title: "Lab 1.5: due" }), scores: {} }] }),
  );
  const fields = fieldsFor(world, () => true, "2026-11-24");
  expect(fields.length).toBeGreaterThan(30);
  expect(fields.map(({ id }) => id).filter((id) => fieldAbout(id) === "")).toEqual([]);
  expect(fieldAbout("assignment.score.Lab 1.5: due")).toBe(fieldAbout("assignment.score.x"));
  expect(fieldAbout("no such field")).toBe("");
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
