import fc from "fast-check";
import { expect, test } from "vitest";
import { worldOf } from "../model/world";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { findAnything } from "./findAnything";
import { FOUND_KINDS, findable, findablesOf } from "./findable";

const world = worldOf(
  sampleWorld({
    schoolClass: { studentIds: ["s1", "s2"] },
    students: [
      sampleStudent({
        ...{ id: "s1", givenName: "Siobhán", familyName: "O’Dwyer", studentNumber: "40871" },
        guardians: [{ guardianId: "g1", relation: "mother" }],
      }),
      sampleStudent({ id: "s2", givenName: "Łukasz", familyName: "Reed", studentNumber: "40872" }),
      sampleStudent({ id: "s3", givenName: "Siobhán", familyName: "Gone", takenOutOf: ["c"] }),
    ],
    guardians: [
      sampleGuardian({ id: "g1", givenName: "Niamh", familyName: "Dwyer", addresses: ["niamh.d@harbourmail.example"] }),
      sampleGuardian({ id: "g2", givenName: "Siobhán", familyName: "Nobody’s" }),
    ],
    work: [{ assignment: sampleAssignment({ id: "a1", title: "Salinity lab 12" }), scores: {} }],
  }),
);
const found = (words: string) => findAnything(findablesOf(world), words, 9).map(({ kind, id }) => `${kind} ${id}`);

test.each([
  // A family by the child's name: those who look after it stand below.
  ["siobhan o'dwyer", ["student s1", "guardian g1"]],
  ["odwyer sio", ["student s1", "guardian g1"]],
  ["LUKASZ", ["student s2"]],
  ["40871", ["student s1"]],
  ["niamh.d@harbour", ["guardian g1"]],
  ["lab 12", ["assignment a1"]],
  ["siobhan", ["student s1", "guardian g1"]],
  ["", []],
  ["   ", []],
  ["nobody at all", []],
])("“%s” finds %j", (words, wanted) => {
  expect(found(words)).toEqual(wanted);
});

test("what begins with the words stands before what has them within, and of a kind only some are named", () => {
  const titles = ["Relay", "Lay of the land", "A lay", "Delay"];
  const notes = titles.map((title, place) => findable({ kind: "note", id: String(place), title, about: "" }));
  const names = (most: number) => findAnything(notes, "lay", most).map(({ title }) => title);
  expect(names(9)).toEqual(["Lay of the land", "A lay", "Relay", "Delay"]);
  expect(names(2)).toEqual(["Lay of the land", "A lay"]);
});

test("finds just what has every word, as a slow look at each letter says", () => {
  const word = fc.stringMatching(/^[abA ]{0,6}$/);
  fc.assert(
    fc.property(
      fc.array(fc.record({ kind: fc.constantFrom(...FOUND_KINDS), title: word, about: word }), { maxLength: 12 }),
      word,
      (parts, words) => {
        const all = parts.map((part, place) => findable({ ...part, id: String(place) }));
        const wanted = words.toLowerCase().split(" ").filter(Boolean);
        const has = ({ title, about }: (typeof all)[number]) => {
          const read = `${title} ${about}`.toLowerCase().split(" ");
          return wanted.every((one) => read.some((part) => part.includes(one)));
        };
        const slow = wanted.length === 0 ? [] : all.filter(has).map(({ id }) => id);
        expect(
          findAnything(all, words, 99)
            .map(({ id }) => id)
            .sort(),
        ).toEqual(slow.sort());
      },
    ),
  );
});
