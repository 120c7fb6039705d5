import { showAddresses } from "./hideAddresses";
import type { LetterEvent } from "./postEvent";
import type { Letter } from "./round";

/**
 * A letter of the record after an event of the post room. The log is the truth, also where it is several moves
 * ahead because events were read late; an event that was already taken in changes nothing.
 */
export function letterAfter(letter: Letter, event: LetterEvent): Letter {
  if (event.seq <= letter.seq) return letter;
  const { nextAt: _before, ...kept } = letter;
  const { at, seq, nextAt } = event;
  // Called back for its reader's wish, it waits for the next digest.
  const state = event.gather ? "gathered" : event.state;
  const addresses = [letter.recipient, ...(letter.together ?? [])].map(({ address }) => address);
  const serverAnswer = showAddresses(letter.id, event.serverAnswer ?? "", addresses);
  return { ...kept, state, stateAt: at, seq, serverAnswer, ...(nextAt !== undefined && { nextAt }) };
}
