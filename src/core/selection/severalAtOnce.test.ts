import { expect, test } from "vitest";
import { worldOf } from "../model/world";
import { sampleClass, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { severalAtOnce } from "./severalAtOnce";

const of = (students: Record<string, string>, classes: Record<string, string[]>) =>
  worldOf({
    ...sampleWorld({
      students: Object.entries(students).map(([id, guardianId]) =>
        sampleStudent({ id, guardians: guardianId ? [{ guardianId, relation: "parent" }] : [] }),
      ),
      guardians: [...new Set(Object.values(students))].filter(Boolean).map((id) => sampleGuardian({ id })),
    }),
    classes: Object.entries(classes).map(([id, studentIds]) => sampleClass({ id, studentIds })),
  });

test.each([
  ["one child each", { a: "g", b: "h" }, { x: ["a", "b"] }, "all", false],
  ["two children", { a: "g", b: "g" }, { x: ["a", "b"] }, "all", true],
  ["two children, one in the classes asked about", { a: "g", b: "g" }, { x: ["a"], y: ["b"] }, ["x"], false],
  ["a child in two classes", { a: "g" }, { x: ["a"], y: ["a"] }, "all", true],
  ["a child in two classes, one asked about", { a: "g" }, { x: ["a"], y: ["a"] }, ["y"], false],
  ["a child twice in one class", { a: "g" }, { x: ["a", "a"] }, "all", false],
  ["nobody", { a: "" }, { x: ["a"] }, "all", false],
] as const)("%s", (_words, students, classes, asked, several) => {
  expect(severalAtOnce(of(students, classes as never), asked as never)).toBe(several);
});
