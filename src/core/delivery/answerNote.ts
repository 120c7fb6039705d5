import { paragraph, text } from "../letter/letterParts";
import type { BlockNode } from "../model/letterBody";
import type { Note } from "../model/note";
import { starterWords } from "../starters/starterWords";
import { noteFrom } from "../starters/startNote";
import type { Letter } from "./round";

interface Answer {
  readonly id: string;
  /** Ms since the epoch. */
  readonly now: number;
  readonly period: string;
  /** What is answered, a line for each paragraph. */
  readonly words: string;
}

/** A note to the one who wrote back to a letter, about the same student: one letter, whatever classes the student is in. */
export function answerNote(
  { id: letterId, studentId, recipient, subject }: Pick<Letter, "id" | "studentId" | "recipient" | "subject">,
  { words, ...about }: Answer,
): Note {
  const note = noteFrom(starterWords("empty", ""), {
    ...about,
    pointedOut: {
      classIds: "all",
      period: about.period,
      conditions: [{ kind: "chosen", studentIds: [studentId] }],
    },
  });
  const lines = words
    .split(/\n+/)
    .map((line) => line.trim())
    .filter(Boolean);
  const body: BlockNode[] = [...lines.map((line) => paragraph(line)), { type: "signature" }];
  return {
    ...note,
    name: answered(subject),
    subject: { type: "doc", content: [{ type: "paragraph", content: [text(answered(subject))] }] },
    body: { type: "doc", content: body },
    audience: { guardians: "all", students: true },
    answers: { letterId, recipientId: recipient.id },
    recipientChoices: { [studentId]: [recipient.id] },
    perFamily: true,
  };
}

/** The mark that programs for mail join the letters of a talk by. */
function answered(subject: string): string {
  return /^re:/i.test(subject) ? subject : `Re: ${subject}`;
}
