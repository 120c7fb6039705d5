import type { EntryOf, Said } from "@/core/delivery/outboxEntry";
import type { AddressWord } from "@/core/families/addressWord";
import { addressesOf } from "@/core/families/newOptOuts";
import { wantsNoLetters } from "@/core/model/guardian";
import type { World } from "@/core/model/world";
import { sayToServer } from "@/store/outbox";
import { ask } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";

const MOST_AT_ONCE = 500;

/**
 * Notes all opt-outs that the browser knows, to be told to the server: it may be another one than before, or practise from now
 * on, and then none of them is known there.
 */
export function noteOptOuts({ database, world }: Pick<OfficeCore, "database" | "world">): Promise<void> {
  return sayToServer(database, optOutsIn(world));
}

function optOutsIn({ guardians, students }: World): Said[] {
  return [...guardians.values(), ...students.values()].flatMap((person): Said[] => {
    const addresses = addressesOf(person);
    if (!wantsNoLetters(person) || addresses.length === 0) return [];
    return [{ kind: "opt-out", personId: person.id, addresses, wanted: false }];
  });
}

/** Closes addresses at once, before it is saved here that no letters are wanted there. Errors: the post room does not answer. */
export async function closeAddresses(office: Pick<OfficeCore, "around">, addresses: readonly string[]): Promise<void> {
  for (let start = 0; start < addresses.length; start += MOST_AT_ONCE)
    await say(office, { addresses: addresses.slice(start, start + MOST_AT_ONCE), wanted: false });
}

/** The teacher says that letters to somebody are wanted after all; not at addresses that somebody else closed. */
export async function liftOptOut(
  office: Pick<OfficeCore, "around">,
  { personId, addresses, read }: EntryOf<"opt-out">,
  closed: readonly string[],
): Promise<void> {
  const open = addresses.filter((address) => !closed.includes(address)).slice(0, MOST_AT_ONCE);
  await say(office, { addresses: open, wanted: true, people: [personId], ...(read && { read }) });
}

function say({ around }: Pick<OfficeCore, "around">, word: AddressWord): Promise<unknown> {
  return ask(around, "/api/family/opt-outs", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(word),
  });
}
