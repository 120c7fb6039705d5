import type { WholeLetter } from "./round";

/** What of a letter a search reads: its words and whom it is to and about, in small letters. */
export function searchedWords({
  subject,
  studentName,
  recipient,
  text,
}: Pick<WholeLetter, "subject" | "studentName" | "recipient" | "text">): string {
  return [subject, studentName, recipient.name, recipient.address, text].join("\n").toLowerCase();
}
