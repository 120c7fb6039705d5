import type { AddressWord } from "@/core/families/addressWord";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
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
  for (let start = 0; start < fresh.length; start += MOST_AT_ONCE)
    await say(office, { addresses: fresh.slice(start, start + MOST_AT_ONCE), wanted: false });
  const open = [...new Set(reopened)].filter((address) => !isClosed.has(address));
  if (open.length > 0) await say(office, { addresses: open.slice(0, MOST_AT_ONCE), wanted: true });
  for (const [id] of told) if (people.get(id)?.isNo === false) told.delete(id);
  for (const [id, addresses] of closed) told.set(id, addresses);
}

const MOST_AT_ONCE = 500;

function say({ around }: Office, word: AddressWord): Promise<unknown> {
  return ask(around, "/api/family/noes", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(word),
  });
}

/** Guardians and students by id, with the addresses that letters could go to. */
function peopleOf({ guardians, students }: World): Map<string, { isNo: boolean; addresses: string[] }> {
  const people = new Map<string, { isNo: boolean; addresses: string[] }>();
  const add = (id: string, isNo: boolean, addresses: readonly string[]) =>
    people.set(id, { isNo, addresses: addresses.filter(isGoodAddress).map((address) => address.toLowerCase()) });
  for (const guardian of guardians.values()) add(guardian.id, wantsNoLetters(guardian), guardian.addresses);
  for (const student of students.values())
    add(student.id, wantsNoLetters(student), student.address ? [student.address] : []);
  return people;
}
