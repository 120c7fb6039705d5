import type { PostEvent } from "./postEvent";
import type { Letter } from "./round";

/**
 * A letter of the record after an event of the post room. The journal is the truth, also where it is several moves
 * ahead because events were read late; an event that was already taken in changes nothing.
 */
export function letterAfter(letter: Letter, event: PostEvent): Letter {
  if (event.seq <= letter.seq) return letter;
  return { ...letter, state: event.state, stateAt: event.at, seq: event.seq, reply: event.reply ?? "" };
}
