import { isGoodAddress } from "../matching/isGoodAddress";
import { wantsNoLetters } from "../model/guardian";
import type { Note } from "../model/note";
import { fullName, type Student } from "../model/student";
import type { World } from "../model/world";

/** One person a letter goes to. */
export interface Recipient {
  readonly kind: "guardian" | "student";
  readonly id: string;
  readonly name: string;
  /** Empty when there is none. */
  readonly address: string;
  readonly addressIsGood: boolean;
  readonly relation: string;
}

/** A person who belongs to the audience and still gets nothing. */
export interface LeftOutRecipient {
  readonly recipient: Recipient;
  readonly cause:
    | "asked not to be written to"
    | "left out by hand"
    | "had this note already"
    | "nothing changed since the last letter"
    | "nothing new came in"
    | "fitted before it was on"
    | "had another automatic note lately"
    | "wishes no digest like this"
    | "is not part of the round";
}

/**
 * Who is written to about a student: whom the note's audience says, or those chosen for this student; and who of them is
 * left out and why. Nobody who asked for no letters is ever written to.
 */
export function recipientsOf(
  student: Student,
  note: Pick<Note, "audience" | "leftOutRecipientIds" | "recipientChoices">,
  world: Pick<World, "guardians" | "students">,
): { recipients: Recipient[]; leftOut: LeftOutRecipient[] } {
  const { audience, leftOutRecipientIds, recipientChoices } = note;
  const choice = recipientChoices[student.id];
  const recipients: Recipient[] = [];
  const leftOut: LeftOutRecipient[] = [];
  const take = (recipient: Recipient) => {
    if (leftOutRecipientIds.includes(recipient.id)) leftOut.push({ recipient, cause: "left out by hand" });
    else recipients.push(recipient);
  };
  let guardiansTaken = 0;
  for (const { guardianId, relation } of student.guardians) {
    const guardian = world.guardians.get(guardianId);
    if (!guardian || !(choice ? choice.includes(guardianId) : audience.guardians !== "none")) continue;
    const recipient = recipientFor("guardian", guardian.id, fullName(guardian), guardian.addresses[0] ?? "", relation);
    if (wantsNoLetters(guardian) || isClosed(recipient.address, world)) {
      leftOut.push({ recipient, cause: "asked not to be written to" });
      continue;
    }
    if (!choice && audience.guardians === "first" && guardiansTaken > 0) break;
    guardiansTaken += 1;
    take(recipient);
  }
  if (choice ? choice.includes(student.id) : audience.students) {
    const recipient = recipientFor("student", student.id, fullName(student), student.address ?? "", "student");
    if (wantsNoLetters(student) || isClosed(recipient.address, world))
      leftOut.push({ recipient, cause: "asked not to be written to" });
    else take(recipient);
  }
  return { recipients, leftOut };
}

const closedOf = new WeakMap<object, { readonly students: object; readonly addresses: ReadonlySet<string> }>();

/** Whether somebody who wants no letters reads at an address: then none goes there, to whomever else. */
function isClosed(address: string, { guardians, students }: Pick<World, "guardians" | "students">): boolean {
  let known = closedOf.get(guardians);
  if (known?.students !== students) {
    const closed = [
      ...[...guardians.values()].flatMap((one) => (wantsNoLetters(one) ? one.addresses : [])),
      ...[...students.values()].flatMap((one) => (wantsNoLetters(one) && one.address ? [one.address] : [])),
    ];
    known = { students, addresses: new Set(closed.map((one) => one.toLowerCase())) };
    closedOf.set(guardians, known);
  }
  return known !== undefined && known.addresses.size > 0 && known.addresses.has(address.toLowerCase());
}

function recipientFor(kind: Recipient["kind"], id: string, name: string, address: string, relation: string): Recipient {
  return { kind, id, name, address, addressIsGood: isGoodAddress(address), relation };
}
