import { MAX_HEADER_CHARACTERS } from "../../delivery/postRequests";
import type { FiguresIndex } from "../../figures/figuresIndex";
import { wantsNoLetters } from "../../model/guardian";
import type { PlannedLetter } from "../../selection/planNote";
import { someNames } from "../reading/someNames";
import type { FindingDetails, NoteScene } from "./findingKind";

/** A line break or another control character: in a name it could end a header of the message. */
const BREAKS_HEADER = /[\p{Cc}\u2028\u2029]/u;

/** Why somebody must not or can't get a letter. */
type Problem = "no guardian of theirs" | "wants no letters" | "breaks the header" | "name too long" | "no good address";

/** Everybody whose first problem it is, each once, with name, address and whom the letter is about. */
export function recipientsWith(problem: Problem, { index, plan }: NoteScene): Partial<FindingDetails>[] {
  const letters = new Map<string, [PlannedLetter, ...PlannedLetter[]]>();
  for (const letter of plan.letters) {
    if (problemOf(index, letter) !== problem) continue;
    const known = letters.get(letter.recipient.id);
    if (known) known.push(letter);
    else letters.set(letter.recipient.id, [letter]);
  }
  return [...letters.values()].map((all) => {
    const [{ key, recipient, matches }] = all;
    return {
      path: { letterKey: key, letterKeys: all.map((one) => one.key), recipientId: recipient.id },
      quotes: [recipient.name, recipient.address, ...someNames(index, matches)],
    };
  });
}

function problemOf(index: FiguresIndex, { matches, recipient }: PlannedLetter): Problem | undefined {
  const looksAfter = (studentId: string) =>
    index.world.students.get(studentId)?.guardians.some(({ guardianId }) => guardianId === recipient.id) ?? false;
  if (recipient.kind === "guardian") {
    const guardian = index.world.guardians.get(recipient.id);
    if (!matches.every(({ studentId }) => looksAfter(studentId))) return "no guardian of theirs";
    if (guardian && wantsNoLetters(guardian)) return "wants no letters";
  } else if (matches.some(({ studentId }) => studentId !== recipient.id)) return "no guardian of theirs";
  if (BREAKS_HEADER.test(recipient.name) || BREAKS_HEADER.test(recipient.address)) return "breaks the header";
  if (recipient.name.length > MAX_HEADER_CHARACTERS) return "name too long";
  return recipient.addressIsGood ? undefined : "no good address";
}
