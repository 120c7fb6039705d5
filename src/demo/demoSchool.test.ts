import { describe, expect, test } from "vitest";
import { reachabilityOf } from "@/core/matching/reachability";
import { wantsNoLetters } from "@/core/model/guardian";
import { fullName } from "@/core/model/student";
import { WORLD_SCHEMAS, WORLD_TABLES } from "@/core/model/world";
import { demoSchool, LARGE_SCHOOL } from "./demoSchool";

const school = demoSchool("2026-11-24");

describe("the demo school", () => {
  test("is the same for the same day, and made of records that hold", () => {
    expect(demoSchool("2026-11-24")).toEqual(school);
    for (const table of WORLD_TABLES) for (const row of school[table]) WORLD_SCHEMAS[table].parse(row);
  });

  test("has 142 students, some in two classes, and about 240 guardians", () => {
    expect(school.students).toHaveLength(142);
    expect(school.guardians.length).toBeGreaterThan(220);
    expect(school.guardians.length).toBeLessThan(260);
    const seats = school.classes.flatMap(({ studentIds }) => studentIds);
    expect(new Set(seats).size).toBe(142);
    expect(seats.length).toBe(150);
  });

  test("has the people that make trouble: namesakes, siblings, shared and bad addresses, one who opted out", () => {
    const names = school.students.map(fullName);
    expect(names.length - new Set(names).size).toBe(1);
    const first = school.students.flatMap(({ guardians }) => guardians[0]?.guardianId ?? []);
    expect(new Set(first).size).toBeLessThan(first.length);
    const addresses = school.guardians.flatMap((guardian) => guardian.addresses);
    expect(new Set(addresses).size).toBeLessThan(addresses.length);
    expect(school.guardians.filter(wantsNoLetters)).toHaveLength(1);
    expect(new Set(school.guardians.map(reachabilityOf))).toContain("no address");
    expect(new Set(school.guardians.map(reachabilityOf))).toContain("address is not one");
    expect(addresses.every((address) => /[@,.]?example$/.test(address))).toBe(true);
    expect(new Set(school.guardians.map(({ language }) => language))).toEqual(new Set(["en", "es", "pl", "vi", "ar"]));
  });

  test("has every kind of score", () => {
    const scores = school.scoreColumns.flatMap(({ scores: column }) => Object.values(column));
    expect(new Set(scores.map(({ status }) => status))).toEqual(
      new Set(["scored", "late", "missing", "incomplete", "excused", "pending"]),
    );
    expect(school.assignments.some(({ extraCredit }) => extraCredit)).toBe(true);
    expect(school.assignments.some(({ pointsPossible }) => pointsPossible === 0)).toBe(true);
  });

  test("can be large: 2,000 students", () => {
    const large = demoSchool("2026-11-24", LARGE_SCHOOL);
    expect(large.students).toHaveLength(2000);
    expect(large.scoreColumns.length).toBeGreaterThan(300);
  });
});
