import { counted } from "../words";
import { MAX_TOGETHER } from "./handOver";
import type { LetterDraft } from "./preparedRound";

/**
 * Letters with the same words as few letters to many, none of whom sees the others. An address that several people share
 * gets the words once.
 */
export function togetherDrafts(drafts: readonly LetterDraft[]): LetterDraft[] {
  const byAddress = new Map(drafts.map((draft) => [draft.recipient.address.toLowerCase(), draft]));
  const addressed = [...byAddress.values()];
  const groups: LetterDraft[] = [];
  for (let from = 0; from < addressed.length; from += MAX_TOGETHER) {
    const some = addressed.slice(from, from + MAX_TOGETHER);
    const [first] = some;
    if (!first) continue;
    const own = new Set(some.map(({ recipient }) => recipient.address.toLowerCase()));
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
