import type { Letter, Round } from "@/core/delivery/round";
import { mendedAddresses, sendAgain } from "@/core/delivery/sendAgain";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { markSentAgain, marksOfRound, wholeLetters } from "@/store/roundRepository";
import type { OfficeCore } from "../open/officeCore";
import type { Sent } from "./sendNote";
import { leavingNow, sendPrepared } from "./sendTrial";

/**
 * Sends letters that were not reached once more, with the same words, to the addresses that are given for them; mended
 * ones are kept with the family.
 */
export async function sendRoundAgain(
  office: OfficeCore,
  round: Round,
  going: readonly { readonly letter: Letter; readonly address: string }[],
  screen: string,
): Promise<Sent> {
  const settings = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const addressOf = new Map(going.map(({ letter, address }) => [letter.id, address]));
  const whole = await wholeLetters(
    office.database,
    going.map(({ letter }) => letter),
  );
  if (whole.length === 0) return { ok: false, problem: "The words of these letters are not kept any more." };
  const again = whole.map((letter) => ({ letter, address: addressOf.get(letter.id) ?? letter.recipient.address }));
  const prepared = sendAgain(round, again, leavingNow(office, settings.takeBackSeconds));
  // They are remembered by what they were remembered by the first time.
  const marks = await marksOfRound(office.database, round.id);
  const sent = await sendPrepared(office, prepared, (world) => mendedAddresses(again, world), screen, marks);
  if (sent.ok) {
    const ids = again.map(({ letter }) => letter.id);
    await markSentAgain(office.database, ids);
  }
  return sent;
}

/** The address of a letter's recipient that is known now, which somebody may have mended since. */
export function currentAddress({ recipient }: Letter, world: OfficeCore["world"]): string {
  const known =
    recipient.kind === "guardian"
      ? world.guardians.get(recipient.id)?.addresses[0]
      : world.students.get(recipient.id)?.address;
  return known ?? recipient.address;
}
