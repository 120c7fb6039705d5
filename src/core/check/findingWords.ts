import { fieldById } from "../letter/fields";
import { counted, listed } from "../words";
import type { Finding } from "./finding";

/** A finding in words: what is wrong and what to do. The only place where they are made. */
export function findingWords(finding: Finding): { title: string; mend: string } {
  const { numbers, quotes, path } = finding;
  const letters = counted(numbers.letters ?? 0, "letter");
  const place = path.place === "subject" ? "subject" : "letter";
  switch (finding.code) {
    case "nobody-selected":
      return {
        title: "Nobody is selected",
        mend: "No student meets the conditions. Loosen one, or choose other classes.",
      };
    case "no-recipients":
      return {
        title: "Nobody gets this note",
        mend: "Students are selected, but no recipient is left. Choose guardians, students or both.",
      };
    case "no-good-address":
      return {
        title: quotes[1] ? `The address of ${quotes[0]} is not one: ${quotes[1]}` : `${quotes[0]} has no address`,
        mend: "Mend the address, or leave this person out of this note.",
      };
    case "student-not-reached":
      return {
        title: `Nobody is written to about ${listed(quotes)}`,
        mend: "They are selected, but no guardian or student who can be written to belongs to this note.",
      };
    case "empty-subject":
      return { title: "The subject is empty", mend: "Write what the letter is about, in a few words." };
    case "empty-body":
      return { title: "The letter is empty", mend: "Write the letter, or place a field or a block in it." };
    case "unfilled-field":
      return {
        title: `“${fieldLabel(path.field)}” is empty in ${letters}`,
        mend: `There is no value for ${listed(quotes)}. Say what stands in, or leave the field out.`,
      };
    case "unknown-field":
      return {
        title: `The ${place} has a field that is not there any more: “${path.field}”`,
        mend: "Take the field out and place another one.",
      };
    case "drafting-words":
      return {
        title: `The ${place} still says ${listed(quotes.map((word) => `“${word}”`))}`,
        mend: "It looks like a reminder to yourself. Replace or delete it.",
      };
    case "term-not-current":
      return {
        title: `The figures are of ${quotes[0]}`,
        mend: `Today lies in ${quotes[1]}. Change the term if that is not what you mean.`,
      };
  }
}

function fieldLabel(id: string | undefined): string {
  return (id && fieldById(id)?.label) || "A field";
}
