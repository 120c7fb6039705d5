import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { sampleGuardian, sampleStudent } from "../testing/sampleClass";
import { isGoodAddress, PLAIN_ADDRESS, parses } from "./isGoodAddress";
import { countDomains, likelySlip } from "./likelySlip";
import { nameKey } from "./nameKey";
import { reachabilityOf } from "./reachability";
import { splitName } from "./splitName";
import { studentMatcher } from "./studentMatcher";

const students = [
  sampleStudent({ id: "ana", studentNumber: "0041", givenName: "Ana", familyName: "Wójcik" }),
  sampleStudent({ id: "sio", studentNumber: "42", givenName: "Siobhán", preferredName: "Shiv", familyName: "O’Dwyer" }),
  sampleStudent({ id: "bo1", studentNumber: "43", givenName: "Bo", familyName: "Li" }),
  sampleStudent({ id: "bo2", studentNumber: "44", givenName: "Bo", familyName: "Li" }),
  sampleStudent({ id: "omar", studentNumber: "45", givenName: "عمر", familyName: "الخطيب" }),
];

describe("whose row it is", () => {
  const match = (studentNumber: string, name = "") => studentMatcher(students)({ studentNumber, name });
  const certain = (studentId: string, by: string) => ({ kind: "certain", studentId, by });

  test.each([
    ["a number", "42", "", certain("sio", "student number")],
    ["a number that lost its zeros", "41", "", certain("ana", "student number")],
    ["a number with the name in another order", "42", "O'Dwyer, Siobhan", certain("sio", "student number")],
    ["a name without accents, family name first", "", "WOJCIK, Ana", certain("ana", "name")],
    ["a preferred name", "", "Shiv O’Dwyer", certain("sio", "name")],
    ["a name in another script", "", "الخطيب عمر", certain("omar", "name")],
    ["namesakes told apart by number", "44", "Bo Li", certain("bo2", "student number")],
  ])("is certain by %s", (_words, studentNumber, name, expected) => {
    expect(match(studentNumber, name)).toEqual(expected);
  });

  test.each([
    ["namesakes", "", "Bo Li", "namesakes", ["bo1", "bo2"]],
    ["a number and a name of different people", "41", "Siobhán O’Dwyer", "number and name disagree", ["ana", "sio"]],
    ["a number that nobody has, with a known name", "999", "Ana Wójcik", "number and name disagree", ["ana"]],
  ])("is in doubt for %s", (_words, studentNumber, name, cause, candidates) => {
    expect(match(studentNumber, name)).toEqual({ kind: "in doubt", cause, candidates });
  });

  test.each([
    ["a name with a slip", "Ana Wojcki", "ana", "a similar name"],
    ["an initial", "A. Wójcik", "ana", "an initial"],
    ["an initial after the family name", "O’Dwyer, S", "sio", "an initial"],
    ["a name added", "Siobhán Mary O’Dwyer", "sio", "part of the name"],
  ])("is likely for %s, and waits", (_words, name, studentId, because) => {
    expect(match("", name)).toEqual({ kind: "likely", studentId, because });
  });

  test("is in doubt where two are likely", () => {
    const two = [
      ...students,
      sampleStudent({ id: "ada", studentNumber: "46", givenName: "Ada", familyName: "Wójcik" }),
    ];
    expect(studentMatcher(two)({ studentNumber: "", name: "A Wójcik" })).toEqual({
      kind: "in doubt",
      cause: "several similar names",
      candidates: ["ana", "ada"],
    });
  });

  test("is certain by the student's own address, which says nothing beside the name of somebody else", () => {
    const [ana] = students;
    const withAddress = [{ ...(ana ?? sampleStudent()), address: "S41@x.example" }, ...students.slice(1)];
    const matchOf = studentMatcher(withAddress);
    expect(matchOf({ studentNumber: "", name: "", address: "s41@X.example" })).toEqual(certain("ana", "address"));
    expect(matchOf({ studentNumber: "", name: "Siobhán O’Dwyer", address: "s41@x.example" })).toEqual(
      certain("sio", "name"),
    );
    expect(matchOf({ studentNumber: "", name: "Zora Quite", address: "s41@x.example" })).toEqual({ kind: "nobody" });
  });

  test("is nobody's for an unknown number or name", () => {
    expect(match("999")).toEqual({ kind: "nobody" });
    expect(match("", "Zora Quite-Another")).toEqual({ kind: "nobody" });
  });
});

test("names are the same without accents, case, order and kinds of apostrophe", () => {
  expect(nameKey("O’Dwyer, SIOBHÁN")).toBe(nameKey("siobhan o'dwyer"));
  expect(nameKey("Łukasz Đorđe")).toBe(nameKey("dorde lukasz"));
  expect(nameKey("Rey-Duval")).toBe(nameKey("rey duval"));
  expect(nameKey("ليلى")).not.toBe("");
});

test.each([
  ["ewa@harbourmail.example", true],
  ["ewa.w+school@mail.harbour.example", true],
  ["ewa@harbourmail,example", false],
  ["ewa@harbourmail", false],
  ["ewa", false],
  ["", false],
  ["Ewa <ewa@harbourmail.example>", false],
  ["a@x.example, b@x.example", false],
  ["ewa@harbour..example", false],
  ["ewa@x.example\nBcc: b@x.example", false],
  [`${"e".repeat(250)}@x.example`, false],
])("“%s” can be written to: %s", (address, good) => {
  expect(isGoodAddress(address)).toBe(good);
});

test("reachability names the cause", () => {
  expect(reachabilityOf(sampleGuardian())).toBe("can be reached");
  expect(reachabilityOf(sampleGuardian({ addresses: [] }))).toBe("no address");
  expect(reachabilityOf(sampleGuardian({ addresses: ["x"] }))).toBe("address is not one");
  expect(reachabilityOf(sampleGuardian({ confirmation: "declined" }))).toBe("asked not to be written to");
});

test.each([
  ["Wójcik, Ana Maria", "", "Ana Maria", "Wójcik"],
  ["Ana Maria Wójcik", "", "Ana Maria", "Wójcik"],
  ["Luis de la Cruz", "de la Cruz", "Luis", "de la Cruz"],
  ["Cher", "", "Cher", ""],
])("“%s” is split at the family name", (name, known, givenName, familyName) => {
  expect(splitName(name, known)).toEqual({ givenName, familyName });
});

test("a domain one letter off from one that many use is a likely slip; a rare one of its own is not", () => {
  const domains = countDomains([
    ...Array.from({ length: 6 }, (_, place) => `a${place}@harbourmail.example`),
    "x@rare.example",
  ]);
  expect(likelySlip("ewa@harborumail.example", domains)).toBeUndefined();
  expect(likelySlip("ewa@harbourmial.example", domains)).toBeUndefined();
  expect(likelySlip("ewa@harbormail.example", domains)).toBe("ewa@harbourmail.example");
  expect(likelySlip("ewa@harbourmail,example", domains)).toBe("ewa@harbourmail.example");
  expect(likelySlip("ewa@harbourmail.example", domains)).toBeUndefined();
  expect(likelySlip("ewa@rare.example", domains)).toBeUndefined();
});

test("what the quick look takes for an address the full grammar takes too", () => {
  fc.assert(
    fc.property(fc.stringMatching(PLAIN_ADDRESS), (address) => {
      expect(parses(address)).toBe(true);
    }),
    { numRuns: 500 },
  );
});
