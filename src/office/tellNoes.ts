import type { AddressWord } from "@/core/families/addressWord";
import { addressesOf } from "@/core/families/newNoes";
import { wantsNoLetters } from "@/core/model/guardian";
import type { World } from "@/core/model/world";
import { ask } from "./ask";
import type { Office } from "./office";

/** Whose no the post room was told of, by id, with the addresses. */
export type ToldNoes = Map<string, readonly string[]>;

/**
 * Tells the post room at which addresses no letters are wanted, before anything is handed over: what waits there is called
 * back, and it holds with the browser closed. Somebody who was told of and is taken back by the teacher is told as well;
 * whoever is only not here any more stays closed.
 */
export async function tellNoes(office: Office, told: ToldNoes): Promise<void> {
  const people = peopleOf(office.world);
  const closed = new Map(
    [...people].flatMap(([id, one]) => (one.isNo && one.addresses.length > 0 ? [[id, one.addresses]] : [])),
  );
  const isClosed = new Set([...closed.values()].flat());
  const known = new Set([...told.values()].flat());
  const fresh = [...isClosed].filter((address) => !known.has(address));
  const reopened = [...told].flatMap(([id, addresses]) => (people.get(id)?.isNo === false ? addresses : []));
  await closeAddresses(office, fresh);
  const open = [...new Set(reopened)].filter((address) => !isClosed.has(address));
  const wanted = [...told.keys()].filter((id) => people.get(id)?.isNo === false);
  // Their own words of before are lifted with their addresses: each part names them all that fit in it.
  for (let start = 0; start < Math.max(open.length, wanted.length); start += MOST_AT_ONCE) {
    const addresses = open.slice(start, start + MOST_AT_ONCE);
    await say(office, { addresses, wanted: true, people: wanted.slice(start, start + MOST_AT_ONCE) });
  }
  for (const [id] of told) if (people.get(id)?.isNo === false) told.delete(id);
  for (const [id, addresses] of closed) told.set(id, addresses);
}

const MOST_AT_ONCE = 500;

/** Closes addresses at once, before it is kept here that no letters are wanted there. Errors: the post room does not answer. */
export async function closeAddresses(office: Pick<Office, "around">, addresses: readonly string[]): Promise<void> {
  for (let start = 0; start < addresses.length; start += MOST_AT_ONCE)
    await say(office, { addresses: addresses.slice(start, start + MOST_AT_ONCE), wanted: false });
}

function say({ around }: Pick<Office, "around">, word: AddressWord): Promise<unknown> {
  return ask(around, "/api/family/noes", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(word),
  });
}

/** Guardians and students by id, with the addresses that letters could go to. */
function peopleOf({ guardians, students }: World): Map<string, { isNo: boolean; addresses: string[] }> {
  const people = new Map<string, { isNo: boolean; addresses: string[] }>();
  for (const person of [...guardians.values(), ...students.values()])
    people.set(person.id, { isNo: wantsNoLetters(person), addresses: addressesOf(person) });
  return people;
}
