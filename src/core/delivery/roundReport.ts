import { STATE_WORDS } from "./letterState";
import type { Letter, Round } from "./round";

/** When something became of a letter, as reports say it. */
export const roundMoment = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

/** A round as a table: who, about whom, what became of it and when, and at the end what was seen before sending. */
export function roundReport(round: Round, letters: readonly Letter[]): string[][] {
  return [
    ["Recipient", "Address", "Student", "Class", "Subject", "State", "Since", "What the mail server said", "Why"],
    ...letters.map((letter) => [
      letter.recipient.name,
      letter.recipient.address,
      letter.studentName,
      letter.className,
      letter.subject,
      STATE_WORDS[letter.state],
      roundMoment.format(letter.stateAt),
      letter.serverAnswer,
      letter.reason,
    ]),
    [],
    ["Note", round.noteName],
    ["Sent", roundMoment.format(round.createdAt)],
    ["To", round.sentence],
    ...round.acceptedCautions.map((caution) => ["Seen before sending", caution]),
  ];
}
