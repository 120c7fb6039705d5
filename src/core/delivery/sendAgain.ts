import { type Change, setRows } from "../change/change";
import type { World } from "../model/world";
import { counted } from "../words";
import { mayNotHaveArrived } from "./letterState";
import { preparedRound } from "./preparedRound";
import type { Letter, Round, WholeLetter } from "./round";

/** A letter that is to go once more, and to which address now. */
export interface Again {
  readonly letter: WholeLetter;
  readonly address: string;
}

/** Whether a letter can be sent again: it did not arrive, or nobody knows, and no other went in its place. */
export function canGoAgain({ state, sentAgain, recipient }: Letter): boolean {
  return mayNotHaveArrived(state) && !sentAgain && recipient.kind !== "teacher" && recipient.kind !== "group";
}

/** A round of letters that had not arrived, with the same words, to these people alone. `leavesAt` and `now` in ms since the epoch. */
export function sendAgain(
  round: Round,
  again: readonly Again[],
  times: { leavesAt: number; now: number; newId: () => string },
): { round: Round; letters: WholeLetter[] } {
  const { noteId, noteName, noteKind, from, replyTo, brothersAndSisters } = round;
  const about = {
    noteId,
    noteName,
    ...(noteKind && { noteKind }),
    ...(brothersAndSisters && { brothersAndSisters }),
    sentence: "Sent again to those whom it had not reached",
    summary: `${counted(again.length, "letter")}, sent again.`,
    acceptedCautions: [],
  };
  const letters = again.map(({ letter, address }) => {
    const { id: _id, roundId: _round, noteId: _note, state: _state, stateAt: _at, seq: _seq, ...kept } = letter;
    const { serverAnswer: _answer, nextAt: _next, sentAgain: _again, ...words } = kept;
    return { ...words, recipient: { ...letter.recipient, address } };
  });
  return preparedRound(about, letters, { from, ...(replyTo && { replyTo }), ...times });
}

/** The change that keeps the addresses under which letters go again, for guardians and students alike. */
export function mendedAddresses(again: readonly Again[], world: Pick<World, "guardians" | "students">): Change {
  const mended = again.filter(({ letter, address }) => address !== letter.recipient.address);
  const of = (kind: Letter["recipient"]["kind"]) => mended.filter(({ letter }) => letter.recipient.kind === kind);
  return {
    guardians: setRows<"guardians">(
      world.guardians,
      of("guardian").flatMap(({ letter: { recipient }, address }) => {
        const guardian = world.guardians.get(recipient.id);
        if (!guardian) return [];
        const others = guardian.addresses.filter((one) => one !== recipient.address && one !== address);
        return [[guardian.id, { ...guardian, addresses: [address, ...others] }] as const];
      }),
    ),
    students: setRows<"students">(
      world.students,
      of("student").flatMap(({ letter: { recipient }, address }) => {
        const student = world.students.get(recipient.id);
        return student ? [[student.id, { ...student, address }] as const] : [];
      }),
    ),
  };
}
