import { expect, test } from "vitest";
import { worldOf } from "../model/world";
import { sampleAssignment, sampleWorld } from "../testing/sampleClass";
import { fieldAbout } from "./fieldAbout";
import { fieldsFor } from "./fieldsFor";

test("every field on offer says what it is; a name with dots in it misleads nobody", () => {
  const world = worldOf(
    sampleWorld({ work: [{ assignment: sampleAssignment({ title: "Lab 1.5: due" }), scores: {} }] }),
  );
  const fields = fieldsFor(world, () => true);
  expect(fields.length).toBeGreaterThan(30);
  expect(fields.map(({ id }) => id).filter((id) => fieldAbout(id) === "")).toEqual([]);
  expect(fieldAbout("assignment.score.Lab 1.5: due")).toBe(fieldAbout("assignment.score.x"));
  expect(fieldAbout("no such field")).toBe("");
});
