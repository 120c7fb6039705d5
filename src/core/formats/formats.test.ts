import fc from "fast-check";
import ICAL from "ical.js";
import Papa from "papaparse";
import { describe, expect, test } from "vitest";
import { demoSchool } from "@/demo/demoSchool";
import { familyRows } from "../families/addressList";
import { emptyWorldRecords, type World, worldOf } from "../model/world";
import { planBringIn } from "../tables/planBringIn";
import { readCards } from "../tables/readCards";
import { readDelimited } from "../tables/readDelimited";
import { readOneRoster } from "../tables/readOneRoster";
import { NO_CHOICES } from "../tables/tableChoices";
import { sampleStudent } from "../testing/sampleClass";
import { birthdayCalendar } from "./birthdayCalendar";
import { csvFile, csvText } from "./csvFile";
import { vcards } from "./vcards";
import { writeOneRoster } from "./writeOneRoster";

const TODAY = "2026-11-24";
const school = demoSchool(TODAY);
const world = worldOf({
  ...school,
  students: school.students.map((student, place) => ({
    ...student,
    ...(place % 3 === 0 && { birthday: `2012-0${(place % 9) + 1}-15` }),
    ...(place === 4 && { preferredName: "Sam, the “quick”" }),
  })),
});

/** What must be the same after a way through a file: ids may differ, everything a teacher sees may not. */
function seen(one: World) {
  const name = (id: string) => {
    const student = one.students.get(id);
    return student ? `${student.studentNumber} ${student.givenName} ${student.familyName}` : id;
  };
  const label = (id: string) => {
    const schoolClass = one.classes.get(id);
    return `${schoolClass?.name}, ${schoolClass?.block}`;
  };
  const category = (classId: string, id: string) => one.classes.get(classId)?.categories.find((c) => c.id === id)?.name;
  return {
    students: [...one.students.values()]
      .map(({ id, address, birthday, preferredName, guardians }) => ({
        name: name(id),
        address,
        birthday,
        preferredName,
        guardians: guardians
          .map(({ guardianId }) => one.guardians.get(guardianId))
          .map((g) => `${g?.givenName} ${g?.familyName} ${g?.addresses[0] ?? ""}`)
          .sort(),
      }))
      .sort((a, b) => a.name.localeCompare(b.name)),
    classes: [...one.classes.values()].map(({ id, studentIds }) => [label(id), studentIds.map(name).sort()]),
    terms: [...one.terms.values()].map(({ name: title, from, to }) => [title, from, to]),
    work: [...one.assignments.values()]
      .filter(({ id }) => Object.keys(one.scoreColumns.get(id)?.scores ?? {}).length > 0)
      .map((assignment) => ({
        where: `${label(assignment.classId)} ${one.terms.get(assignment.termId)?.name} ${assignment.title}`,
        category: category(assignment.classId, assignment.categoryId),
        possible: assignment.pointsPossible,
        due: assignment.dueDate,
        extra: assignment.extraCredit,
        scores: Object.fromEntries(
          Object.entries(one.scoreColumns.get(assignment.id)?.scores ?? {})
            .map(([id, { status, points }]) => [name(id), `${status} ${points ?? ""}`] as const)
            .sort(([a], [b]) => a.localeCompare(b)),
        ),
      }))
      .sort((a, b) => a.where.localeCompare(b.where)),
  };
}

function readInto(reading: ReturnType<typeof readOneRoster>, into: World): World {
  if (!reading.ok) throw new Error(reading.problem.code);
  const tables = reading.tables.map((table, place) => ({ id: String(place), table }));
  return planBringIn(tables, NO_CHOICES, [], into, TODAY).after;
}

describe("OneRoster", () => {
  test("what we write is read back the same into an empty gradebook", () => {
    const back = readInto(readOneRoster(writeOneRoster(world, TODAY), "x.zip"), worldOf(emptyWorldRecords()));
    const [expected, found] = [seen(world), seen(back)];
    expect(found.students).toEqual(expected.students);
    expect(found.classes).toEqual(expected.classes);
    expect(found.terms).toEqual(expected.terms);
    expect(found.work).toEqual(expected.work);
  });

  test("read into the gradebook that it came from it changes no score, no class and no student", () => {
    const reading = readOneRoster(writeOneRoster(world, TODAY), "x.zip");
    if (!reading.ok) throw new Error(reading.problem.code);
    const tables = reading.tables.map((table, place) => ({ id: String(place), table }));
    const { change } = planBringIn(tables, NO_CHOICES, [], world, TODAY);
    for (const table of ["scoreColumns", "assignments", "classes", "terms"] as const) {
      const { added = {}, updated = {}, removed = {} } = change[table] ?? {};
      expect(
        [added, updated, removed].map((part) => Object.keys(part).length),
        table,
      ).toEqual([0, 0, 0]);
    }
    expect(Object.keys(change.students?.added ?? {})).toEqual([]);
  });

  test("a zip of something else, or none at all, is refused with what to do", () => {
    expect(readOneRoster(new Uint8Array([80, 75, 3, 4, 0]), "x.zip")).toMatchObject({
      ok: false,
      problem: { code: "not a OneRoster file" },
    });
  });
});

describe("contact cards", () => {
  const students = [...world.students.values()].slice(0, 20);
  test("parse in an independent reader and keep every name and address", () => {
    const text = vcards(students, "both", world);
    for (const line of text.split("\r\n")) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
    const cards = (ICAL.parse(text) as unknown as [string, [string, object, string, ...unknown[]][]][]).map(
      ([, properties]) => properties,
    );
    const valuesOf = (wanted: string) =>
      cards.flatMap((card) => card.flatMap(([name, , , value]) => (name === wanted ? [String(value)] : [])));
    for (const student of students) {
      expect(valuesOf("fn")).toContain(`${student.givenName} ${student.familyName}`);
      if (student.address) expect(valuesOf("email")).toContain(student.address);
      if (student.preferredName) expect(valuesOf("nickname")).toContain(student.preferredName);
    }
    expect(cards.every((card) => card.some(([name, , , value]) => name === "version" && value === "4.0"))).toBe(true);
  });

  test("are read back as the guardians of their children", () => {
    const reading = readCards(new TextEncoder().encode(vcards(students, "guardians", world)), "x.vcf");
    const stripped = worldOf({
      ...school,
      guardians: [],
      students: school.students.map((one) => ({ ...one, guardians: [] })),
    });
    const back = readInto(reading, stripped);
    for (const student of students) {
      const wanted = student.guardians.flatMap(({ guardianId }) => world.guardians.get(guardianId) ?? []);
      const namesakes = [...world.students.values()].filter(
        (one) => one.givenName === student.givenName && one.familyName === student.familyName,
      );
      if (namesakes.length > 1) continue;
      const found = back.students
        .get(student.id)
        ?.guardians.flatMap(({ guardianId }) => back.guardians.get(guardianId) ?? []);
      expect(found?.map(({ givenName, addresses }) => [givenName, addresses[0]]).sort()).toEqual(
        wanted.map(({ givenName, addresses }) => [givenName, addresses[0]]).sort(),
      );
    }
  });

  test("of version 3 with folded lines, and one that is broken among good ones", () => {
    const text = [
      "BEGIN:VCARD\nVERSION:3.0\nN:Li;Mei;;;\nFN:Mei Li\nEMAIL;TYPE=INTERNET:mei@x.\n example\nRELATED;TYPE=child;VALUE=text:Bo Li\nEND:VCARD",
      "BEGIN:VCARD\nVERSION:3.0\nnonsense\nEND:VCARD",
    ].join("\n");
    const reading = readCards(new TextEncoder().encode(text), "x.vcf");
    expect(reading.ok && reading.tables[0]?.rows[1]?.slice(0, 4)).toEqual(["Bo Li", "Mei", "Li", "mei@x.example"]);
    expect(readCards(new TextEncoder().encode("BEGIN:VCARD\n"), "x.vcf")).toMatchObject({ ok: false });
  });
});

test("birthdays are whole days that come again each year", () => {
  const students = [sampleStudent({ birthday: "2012-02-29" }), sampleStudent({ id: "none" })];
  const calendar = new ICAL.Component(ICAL.parse(birthdayCalendar(students, TODAY)));
  const [event, ...others] = calendar.getAllSubcomponents("vevent").map((one) => new ICAL.Event(one));
  expect(others).toEqual([]);
  expect(event?.startDate.isDate).toBe(true);
  expect(event?.startDate.toString()).toBe("2012-02-29");
  expect(event?.summary).toBe("Birthday of Ana Wójcik");
  expect(event?.isRecurring()).toBe(true);
});

describe("CSV", () => {
  test("no cell can run as a formula, and what was written is read back", () => {
    const cell = fc.oneof(fc.string(), fc.constantFrom("=1+1", "+5", "-x", "@sum", "a,b", 'q"q', "l\nb", "\t=1", "'x"));
    fc.assert(
      fc.property(fc.array(fc.array(cell, { minLength: 2, maxLength: 4 }), { minLength: 1, maxLength: 5 }), (rows) => {
        const { data } = Papa.parse<string[]>(csvText(rows).replace(/\r\n$/, ""), { delimiter: "," });
        for (const written of data.flat()) expect(written).not.toMatch(/^[=+\-@\t\r]/);
        const plain = (text: string) => (/^'(?:[\s\u200b\ufeff]*[=+\-@]|[\t\r])/u.test(text) ? text.slice(1) : text);
        expect(data.map((row) => row.map(plain))).toEqual(rows.map((row) => row.map(plain)));
      }),
    );
  });

  test("the list of families is brought in again without any change to a guardian", () => {
    const students = [...world.students.values()];
    const reading = readDelimited(new TextEncoder().encode(csvFile(familyRows(students, world))), "families.csv");
    if (!reading.ok) throw new Error(reading.problem.code);
    const plan = planBringIn(
      reading.tables.map((table) => ({ id: "t", table })),
      NO_CHOICES,
      [],
      world,
      TODAY,
    );
    expect(plan.tables[0]?.rows.every(({ state }) => state === "joined")).toBe(true);
    expect(Object.keys(plan.change.guardians?.added ?? {})).toEqual([]);
    expect(Object.keys(plan.change.students?.added ?? {})).toEqual([]);
  });
});
