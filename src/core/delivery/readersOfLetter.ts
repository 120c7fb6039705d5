import { mailboxKey } from "../model/whoHadIt";
import type { Letter } from "./round";

/** About whom, to whom, and into which mailbox a letter goes: one entry for each who reads it. */
export function readersOfLetter({
  studentId,
  recipient,
  together,
  alsoReadBy = [],
}: Pick<Letter, "studentId" | "recipient" | "together" | "alsoReadBy">): [string, string, string][] {
  if (together) return together.map((one) => [one.studentId, one.recipientId, mailboxKey(one.address)]);
  const mailbox = mailboxKey(recipient.address);
  return [recipient.id, ...alsoReadBy].map((id) => [studentId, id, mailbox]);
}
