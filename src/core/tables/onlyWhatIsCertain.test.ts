import { describe, expect, test } from "vitest";
import { agreesAsPerson } from "../matching/agreesAsPerson";
import { outcomeOf, planOf } from "../testing/bringInWorld";
import { isNoScore, isYearOfSchool } from "./isNoScore";

describe("numbers that are no scores", () => {
  test.each([
    ..."Absences,Days absent,Unexcused absences,Tardies,Lates,Attendance %,Lunch balance,Fees owed,Room,Home room,Locker no,Bus,Phone".split(
      ",",
    ),
    ..."Parent phone 2,Zip,Age,Cohort,Year of birth,Class rank,GPA,Number of siblings,Missing,Late work,How many hours?".split(
      ",",
    ),
    ..."Rate your week,I feel safe at school?".split(","),
  ])("by their heading: %s", (heading) => {
    expect(isNoScore(heading, ["1", "2", "3"])).toBe(true);
  });

  test.each([
    ["years", ["2025", "2026", "2025"]],
    ["telephone numbers", ["4155550111", "4155550112"]],
    ["numbers of something", ["40013", "40020", "40021"]],
  ])("by what they are: %s", (_what, cells) => {
    expect(isNoScore("Info", cells)).toBe(true);
  });

  test.each(
    "Rate of reaction,Late Roman essay,Balance of payments essay,Mobile phone project,Room acoustics,Position paper,Times tables,Weight and mass,Count of species lab,Bus stop problem".split(
      ",",
    ),
  )("while a title with such a word stays an assignment: %s", (heading) => {
    expect(isNoScore(heading, ["7", "9", "10"])).toBe(false);
  });

  test("what stands under points possible, or is an assignment already, counts whatever it is called", () => {
    const bare = "Student ID,Absences,Salinity lab,Grade\n41,3,9,9\n42,1,8,9\n43,0,7,9\n";
    expect(Object.keys(outcomeOf(planOf([bare])).assignments)).toEqual(["Salinity lab"]);
    expect(outcomeOf(planOf([bare])).averages).toEqual({});
    const worth = outcomeOf(planOf(["Student ID,Number of species\nPoints possible,10\n41,3\n42,1\n43,7\n"]));
    expect(worth.assignments["Number of species"]).toEqual({ ana: "3", bo: "1", cy: "7" });
  });

  test("a grade may be the year of school, or an average", () => {
    expect(isYearOfSchool("Grade", ["9", "9", "10"])).toBe(true);
    expect(isYearOfSchool("Grade", ["9th", "10th"])).toBe(true);
    expect(isYearOfSchool("Grade", ["86", "91"])).toBe(false);
    expect(isYearOfSchool("Lab grade", ["9", "9"])).toBe(false);
  });
});

test.each<[string, string, boolean]>([
  ["Ana Wójcik", "Wojcik, Ana", true],
  ["A. Wójcik", "Ana Wójcik", true],
  ["Ana Maria Wójcik", "Ana Wójcik", true],
  ["Mike Oakhurst", "Michael Oakhurst", true],
  ["Ana", "Ana Wójcik", true],
  ["Bo Wójcik", "Ana Wójcik", false],
  ["Ana Kowalska", "Ana Wójcik", false],
  ["A. W.", "Ana Wójcik", false],
  ["Ana Ana", "Ana Wójcik", false],
  ["", "Ana Wójcik", false],
])("“%s” and “%s” agree as a person: %s", (written, known, agrees) => {
  expect(agreesAsPerson(written, known)).toBe(agrees);
  expect(agreesAsPerson(known, written)).toBe(agrees);
});

test("a row whose cells may have slipped is named and changes nothing, until it is taken by hand", () => {
  const csv = "Student ID,Student,Salinity lab,Tides (10)\n41,Ana Wójcik,9,8\n42,Li,Bo,7,6\n43,,5\n";
  expect(outcomeOf(planOf([csv])).assignments).toMatchObject({ Tides: { ana: "8" } });
  expect(outcomeOf(planOf([csv])).leftOut).toEqual([
    "more or fewer cells than the heading",
    "more or fewer cells than the heading",
  ]);
  const taken = planOf([csv], { tables: { t1: { rows: { "3": "taken" } } } });
  expect(outcomeOf(taken).assignments["Salinity lab"]).toMatchObject({ cy: "5" });
});

test("rows that stand twice alike count once; of rows that differ none counts, in whatever order they stand", () => {
  const rows = ["41,9,8", "41,9,8", "42,7,6", "43,5,5", "42,7,1"];
  for (const order of [rows, [...rows].reverse()]) {
    const plan = planOf([`Student ID,Salinity lab,Tides (10)\n${order.join("\n")}\n`]);
    expect(outcomeOf(plan).assignments.Tides).toEqual({ ana: "8", cy: "5" });
    expect([plan.tables[0]?.scores?.alike, plan.tables[0]?.scores?.doubled]).toEqual([1, ["bo"]]);
  }
});

test("a good address gives way to another good one alone, and each counts once", () => {
  const after = (cell: string) => {
    const plan = planOf([`Student ID,Guardian,Email\n41,Ewa Wójcik,${cell}\n`]);
    return plan.after.guardians.get("guardian")?.addresses;
  };
  const known = "ewa@harbourmail.example";
  expect(after("ewa at home")).toEqual([known, "ewa at home"]);
  expect(after("EWA@harbourmail.example")).toEqual([known]);
  expect(after(`${known}; ewa@tidepost.example`)).toEqual([known, "ewa@tidepost.example"]);
  expect(after("ewa@tidepost.example")).toEqual(["ewa@tidepost.example", known]);
});
