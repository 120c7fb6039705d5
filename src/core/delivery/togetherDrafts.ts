import { counted } from "../words";
import { MAX_TOGETHER } from "./postRequests";
import type { LetterDraft } from "./preparedRound";

/** Addresses in the groups that one letter each goes to: each address once, in small letters. */
export function groupsOfAddresses(addresses: readonly string[]): string[][] {
  const distinct = [...new Set(addresses.map((address) => address.toLowerCase()))];
  return Array.from({ length: Math.ceil(distinct.length / MAX_TOGETHER) }, (_, place) =>
    distinct.slice(place * MAX_TOGETHER, (place + 1) * MAX_TOGETHER),
  );
}

/**
 * Letters with the same words as few letters to many, none of whom sees the others. An address that several people share
 * gets the words once.
 */
export function togetherDrafts(drafts: readonly LetterDraft[]): LetterDraft[] {
  const [first] = drafts;
  if (!first) return [];
  const groups: LetterDraft[] = [];
  for (const some of groupsOfAddresses(drafts.map(({ recipient }) => recipient.address))) {
    const own = new Set(some);
    const people = drafts.filter(({ recipient }) => own.has(recipient.address.toLowerCase()));
    groups.push({
      ...first,
      ...{ studentId: "", studentName: "", classId: "", className: "" },
      reason: "The same words to all of them; none sees the others",
      recipient: {
        kind: "group",
        id: `group-${groups.length + 1}`,
        name: counted(some.length, "address", "addresses"),
        address: "",
      },
      together: people.map(({ studentId, recipient }) => ({
        studentId,
        recipientId: recipient.id,
        address: recipient.address,
      })),
    });
  }
  return groups;
}
