import { MAX_HEADER_CHARACTERS } from "../delivery/postRequests";
import { fieldById } from "../letter/fieldsFor";
import { languageName } from "../selection/conditions/languageName";
import { counted, listed } from "../words";
import type { Finding } from "./finding";

/** A finding in words: what is wrong and what to do. The only place where they are made. */
export function findingWords(finding: Finding): { title: string; mend: string } {
  const { numbers, quotes, path } = finding;
  const letters = counted(numbers.letters ?? 0, "letter");
  const inLanguage = path.language ? `${languageName(path.language)} ` : "";
  const place = inLanguage + (path.place === "subject" ? "subject" : "letter");
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
      return {
        title:
          path.letterKey === undefined
            ? `The ${inLanguage}subject is empty`
            : `The subject is empty for ${listed(quotes)}`,
        mend: "Write what the letter is about, in a few words.",
      };
    case "empty-body":
      return {
        title:
          path.letterKey === undefined
            ? `The ${inLanguage}letter is empty`
            : `The letter is empty for ${listed(quotes)}`,
        mend: "Write the letter, or place a field or a block in it.",
      };
    case "unfilled-field":
      return {
        title: `“${fieldLabel(path.field)}” is empty in ${letters}`,
        mend: `There is no value for ${listed(quotes)}. Say what stands in, or leave the field out.`,
      };
    case "unknown-field":
      return {
        title: `The ${place} has a field that is not there any more: “${fieldLabel(path.field)}”`,
        mend: "What it speaks of was taken away. Take the field out and place another one.",
      };
    case "drafting-words":
      return {
        title:
          path.word !== undefined
            ? `A comment, a file’s name or the like still says “${path.word}”, in ${letters}`
            : `The ${place} still says ${listed(quotes.map((word) => `“${word}”`))}`,
        mend: "It looks like a reminder to yourself. Replace or delete it.",
      };
    case "not-a-guardian":
      return {
        title: `${quotes[0]} does not look after ${quotes[2]}`,
        mend: "Choose again who is written to about this student.",
      };
    case "wants-no-letters":
      return {
        title: `${quotes[0]} asked not to be written to`,
        mend: "Leave this person out, or choose somebody else of the family.",
      };
    case "header-breaking":
      return {
        title: `The name or address of ${quotes[0]?.replace(/\s+/g, " ")} has a line break in it`,
        mend: "It would break the message apart. Mend it in Families.",
      };
    case "too-long":
      return {
        title: `The ${path.recipientId === undefined ? "subject" : "name of a recipient"} is too long to stand in the head of a message: ${quotes[0]?.slice(0, 60)}…`,
        mend: `It can have ${MAX_HEADER_CHARACTERS} characters. Shorten it.`,
      };
    case "bad-link":
      return {
        title: `The ${place} has a link that leads nowhere: ${listed(quotes)}`,
        mend: "Write the whole address, such as https://school.example/page.",
      };
    case "gone-source":
      return {
        title: `${path.place === "body" ? "Conditional text asks" : "A condition asks"} for “${quotes[0]}”, and no class of this note has it`,
        mend: "Nobody can meet it. Choose what is there, or other classes.",
      };
    case "not-in-all-classes":
      return {
        title: `“${quotes[0]}” is not in ${listed(quotes.slice(1))}`,
        mend: "There it is not known, selects nobody, and what stands in is written.",
      };
    case "one-mailbox":
      return {
        title: `${letters} ${numbers.letters === 1 ? "goes" : "go"} to a mailbox that several read: ${listed(quotes)}`,
        mend: "They get one letter, with all their names in the greeting.",
      };
    case "shared-mailbox":
      return {
        title: `One address, and not one family: ${listed(quotes)}`,
        mend: "Each would read what is about the other’s child. See in Families whose address it is.",
      };
    case "missing-not-known":
      return {
        title: `${letters} ${numbers.letters === 1 ? "says" : "say"} “${quotes[0]}”, and that is not known`,
        mend: `Nothing was marked in this term for ${counted(numbers.students ?? 0, "student")}: ${listed(quotes.slice(1))}. Take it out, or leave these classes out.`,
      };
    case "says-nothing-missing":
      return {
        title: `${letters} ${numbers.letters === 1 ? "says" : "say"} “${quotes[0]}”, and something is missing`,
        mend: `${listed(quotes.slice(1))}. Put it into conditional text for those alone who miss nothing.`,
      };
    case "maybe-foreign-name":
      return {
        title: `“${quotes[0]}” in ${letters} may be another student’s name`,
        mend: `It would be read by the family of ${listed(quotes.slice(1))}. Where somebody else is meant, all is well.`,
      };
    case "greeting-typed":
      return {
        title: `“${quotes[0]}” is the name of one family, and ${letters} ${numbers.letters === 1 ? "goes" : "go"} to others`,
        mend: "Place the field “Recipient’s name” in the greeting.",
      };
    case "figure-typed":
      return {
        title: `“${quotes[0]}” was typed, and is the figure of ${quotes[1]} alone`,
        mend: "All would read it. Place the field instead.",
      };
    case "other-term":
      return {
        title: `The ${inLanguage}letter speaks of ${quotes[0]}, and its figures are of ${quotes[1] || "no term"}`,
        mend: "Change the words or the term.",
      };
    case "score-too-high":
      return {
        title: `${counted(numbers.students ?? 0, "score")} far above what is possible: ${listed(quotes)}`,
        mend: "A digit too many, perhaps. Mend it in the gradebook; averages go by it.",
      };
    case "same-title":
      return {
        title: `Two assignments have one title: ${listed(quotes)}`,
        mend: "The letter speaks of the one that fell due first. Give them titles of their own.",
      };
    case "twice-in-class":
      return { title: `Twice in one class: ${listed(quotes)}`, mend: "Take one of them out, in Families." };
    case "gone-design":
      return {
        title: "A report of this note has a design that is not here any more",
        mend: "Take the report out of the note, or bring its design back from the list of changes.",
      };
    case "empty-report":
      return {
        title: `“${quotes[0]}” has nothing in it, with ${letters}`,
        mend: `It goes to the family of ${listed(quotes.slice(1))}. Look at it beside the letter.`,
      };
    case "no-photo":
      return {
        title: `A report with a photo, and none is kept of ${listed(quotes)}`,
        mend: "The place stays empty. Photos are brought in under Families.",
      };
    case "no-glyph":
      return {
        title: `On paper “${quotes[0]}” comes out as a box, in reports with ${letters}`,
        mend: `No font here has this letter. It is in the report of ${listed(quotes.slice(1))}.`,
      };
    case "in-two-blocks":
      return {
        title: `In two blocks of one course: ${listed(quotes)}`,
        mend: "After a move the old block may have been left behind. Take it away in Families, where it is so.",
      };
    case "foreign-name":
      return {
        title: `“${quotes[0]}” stands in ${letters} about somebody else`,
        mend: `It is another student’s name, in what goes to the family of ${listed(quotes.slice(1))}. Take it out, or place the field “First name”.`,
      };
    case "repeat-note":
      return {
        title: `${counted(numbers.students ?? 0, "student")}: this note went to the family in the last ${counted(numbers.days ?? 0, "day")}`,
        mend: `${listed(quotes.slice(1))}. Send again only if you mean to.`,
      };
    case "repeat-kind":
      return {
        title: `${counted(numbers.students ?? 0, "student")}: another note of ${quotes[0]} went to the family in the last ${counted(numbers.days ?? 0, "day")}`,
        mend: `${listed(quotes.slice(1))}. Once may be enough.`,
      };
    case "wishes-fewer":
      return {
        title: `${counted(numbers.guardians ?? 0, "guardian")} asked to hear less often, and had a letter within that time`,
        mend: `${listed(quotes)}. Leave them out this time, or send all the same.`,
      };
    case "gradebook-old":
      return {
        title: `The last score is ${counted(numbers.days ?? 0, "day")} old`,
        mend: "Bring in new scores first, if there are any.",
      };
    case "many-more":
      return {
        title: `${counted(numbers.students ?? 0, "student")}, and only ${numbers.before} the last time`,
        mend: "Many more than this note’s last round. See whether the conditions are those you mean.",
      };
    case "whole-class":
      return {
        title: `Everybody in ${listed(quotes)} is selected`,
        mend: "A threshold is set, and it leaves nobody out. See whether it is the one you mean.",
      };
    case "late-evening":
      return { title: "It is late", mend: "A letter about grades at night alarms a family. The morning may do." };
    case "raw-decimal":
      return {
        title: `“${quotes[0]}” stands in ${letters}`,
        mend: "It looks like a figure that was not rounded. Place the field instead, and pick its format.",
      };
    case "letter-disagrees":
      return {
        title: `The average and the letter grade do not agree in ${letters}`,
        mend: `The average is written with other decimals than those the letter is made from (${listed(quotes.slice(1))}). Write it as the class shows it.`,
      };
    case "nothing-missing":
      return {
        title: `${letters} speak of missing work, and nothing is missing`,
        mend: `${listed(quotes.slice(1))}. Select only who misses something, or say what stands there otherwise.`,
      };
    case "odd-name":
      return {
        title: `Names in capitals or with odd spaces: ${listed(quotes.map((name) => `“${name}”`))}`,
        mend: "That is how the families would read them. Mend them in Families.",
      };
    case "long-subject":
      return {
        title: `The subject has ${counted(numbers.characters ?? 0, "character")} in ${letters}`,
        mend: "A phone shows about 60.",
      };
    case "too-large-letter":
      return {
        title: `A letter of ${numbers.size} kB is too large to be sent, ${letters} in all`,
        mend: "It can have 500 kB. Take a picture out, or shorten it.",
      };
    case "heavy-letter":
      return {
        title: `A letter is ${numbers.size} kB, ${letters} in all`,
        mend: "Over 100 kB a mail program may cut it off. Shorten it.",
      };
    case "broken-sentence":
      return {
        title: `A sentence looks broken in ${letters}: “${quotes[0]}”`,
        mend: "A value may be empty there, or a space too many. Say what stands in.",
      };
    case "language-missing":
      return {
        title: `${letters} go to guardians who read ${listed(quotes)}`,
        mend: "They get the note’s own words. Add a variant in their language, or send it all the same.",
      };
    case "picture-without-alt":
      return {
        title: `A picture in the ${place} has no words`,
        mend: "Who can’t see it gets nothing. Choose the picture and write what it shows.",
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
