import { expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { noteLetters } from "../letter/noteLetters";
import { worldOf } from "../model/world";
import { planNote } from "../selection/planNote";
import { sampleClass, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { answerNote } from "./answerNote";

const guardians = [
  { guardianId: "g", relation: "mother" },
  { guardianId: "h", relation: "father" },
];
const sample = sampleWorld({
  students: [sampleStudent({ id: "a", givenName: "Ana", guardians }), sampleStudent({ id: "b", guardians })],
  guardians: [sampleGuardian({ id: "g", householdId: "1" }), sampleGuardian({ id: "h", householdId: "2" })],
});
const world = worldOf({
  ...sample,
  classes: [sampleClass({ id: "x", studentIds: ["a", "b"] }), sampleClass({ id: "y", studentIds: ["a"] })],
});
const letter = {
  id: "letter-1",
  studentId: "a",
  recipient: { kind: "guardian" as const, id: "h", name: "Ewa", address: "e@harbourmail.example", relation: "father" },
  subject: "How Ana is doing",
};

test("an answer goes to whom it answers, about that child alone, once, though the child is in two classes", () => {
  const note = answerNote(letter, { id: "n", now: 0, period: "year", words: "Thank you.\n\n\nThursday is fine.  \n" });
  expect(note.answers).toEqual({ letterId: "letter-1", recipientId: "h" });
  const index = new FiguresIndex(world, "2026-11-24");
  const { letters } = planNote(index, note);
  expect(letters.map(({ recipient, matches }) => [recipient.id, matches.map(({ studentId }) => studentId)])).toEqual([
    ["h", ["a", "a"]],
  ]);
  const [made] = [...noteLetters(index, note, letters)];
  expect(made?.rendered.subject).toBe("Re: How Ana is doing");
  expect(made?.rendered.text).toMatch(/^Thank you\.\n\nThursday is fine\.\n\n/);
  expect(made?.rendered.text.match(/Thank you/g)).toHaveLength(1);
});

test("what is an answer already says so once", () => {
  const again = answerNote({ ...letter, subject: "RE: hello" }, { id: "n", now: 0, period: "year", words: "Yes." });
  expect(again.name).toBe("RE: hello");
});
