import type { WrittenAbout, WrittenMark } from "./noteKind";
import { shortHash } from "./shortHash";

/** Somebody who reads letters. */
export interface Reader {
  readonly id: string;
  readonly address: string;
}

/** Names a mailbox without telling its address; empty where there is none. */
export function mailboxKey(address: string): string {
  const plain = address.trim().toLowerCase();
  return plain === "" ? "" : shortHash(plain);
}

/**
 * The ids of those readers of a letter by whom somebody had it: their own, whatever their address was then, and that of
 * whoever read it in the mailbox that is theirs now. Empty where they did not have it.
 */
function hadItAs({ recipientIds, mailboxes }: WrittenAbout, reader: Reader): string[] {
  const mailbox = mailboxes && mailboxKey(reader.address);
  return recipientIds.filter((id) => id === reader.id || (mailbox && mailboxes?.[id] === mailbox));
}

/** Whether somebody had a letter, by themselves or by their mailbox. */
export function hadIt(written: WrittenAbout, reader: Reader): boolean {
  return hadItAs(written, reader).length > 0;
}

/** What a letter is remembered by, as somebody read it. */
export function marksOf(written: WrittenAbout, reader: Reader): WrittenMark[] {
  return hadItAs(written, reader).flatMap((id) => written.marks?.[id] ?? []);
}

/** What somebody is looked up by: who they are, and which mailbox they read. */
export function namesOf(id: string, mailbox: string | undefined): string[] {
  return mailbox ? [id, `mailbox ${mailbox}`] : [id];
}

/** Says when somebody had the last of some letters, by themselves or by their mailbox, in ms since the epoch; none where they had none. */
export function lastLetterTo(letters: readonly WrittenAbout[]): (reader: Reader) => number | undefined {
  const last = new Map<string, number>();
  for (const { at, recipientIds, mailboxes } of letters)
    for (const name of recipientIds.flatMap((id) => namesOf(id, mailboxes?.[id])))
      if (at > (last.get(name) ?? Number.NEGATIVE_INFINITY)) last.set(name, at);
  return ({ id, address }) => {
    const times = namesOf(id, mailboxKey(address)).flatMap((name) => last.get(name) ?? []);
    return times.length > 0 ? Math.max(...times) : undefined;
  };
}
