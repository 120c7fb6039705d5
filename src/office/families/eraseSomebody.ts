import type { ErasedPeople } from "@/core/backup/whoIsErased";
import { mailId } from "@/core/families/mailId";
import { eraseInto } from "@/store/eraseInto";
import { waitingLetters } from "@/store/roundRepository";
import { scheduledRounds } from "@/store/scheduledRounds";
import { ask } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";
import { swapDatabase } from "../open/swapDatabase";
import { takeBack } from "../rounds/handOverPrepared";

/**
 * Erases somebody with all that names them: here, in a fresh database, since browsers keep what was deleted for a while; and
 * on the server, which calls their letters back. Errors: in words; nothing was erased here then.
 */
export async function eraseSomebody(office: OfficeCore, people: ErasedPeople): Promise<void> {
  await swapDatabase(office, {
    why: "",
    keepFormer: false,
    first: () => forgetThere(office, people),
    fill: (from, to) => eraseInto(from, to, people),
  });
}

async function forgetThere(office: OfficeCore, people: ErasedPeople): Promise<void> {
  const { around, database } = office;
  // Rounds by hand that wait and have letters of theirs are taken back whole: what is in them was looked at as it was.
  const waiting = await waitingLetters(database);
  const isTheirs = (one: (typeof waiting)[number]) => people.ids.has(one.studentId) || people.ids.has(one.recipient.id);
  const rounds = [...new Set(waiting.filter(isTheirs).map(({ roundId }) => roundId))];
  const scheduled = new Set(
    (await scheduledRounds(database)).flatMap(({ id, planId }) => (planId === undefined ? [] : id)),
  );
  await takeBack(office, ...rounds.filter((id) => !scheduled.has(id)));
  await office.plans.touch({ change: "any" });
  const body = {
    ids: [...people.ids, ...[...people.ids].map(mailId)],
    addresses: [...people.addresses],
    words: [...people.words],
  };
  await ask(around, "/api/backup/forget", { method: "POST", body: JSON.stringify(body) });
}
