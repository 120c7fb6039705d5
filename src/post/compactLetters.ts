import { hideAddresses } from "@/core/delivery/hideAddresses";
import { isFinal } from "@/core/delivery/letterState";
import { isLetterEvent, type LetterEvent, type PostEvent } from "@/core/delivery/postEvent";

/**
 * What must stay of the post room's journal: the last word of each letter that met its fate, every word of the others,
 * the last word of each pause, and every reply. Numbers stay, so that a browser reads on where it was. What is left rebuilds
 * the same memory as the whole did.
 */
export function compactLetters(events: readonly PostEvent[]): PostEvent[] {
  const lastOf = new Map<string, LetterEvent>();
  const firstOf = new Map<string, LetterEvent>();
  const sha256Of = new Map<string, string>();
  const lastPause = new Map<string, PostEvent>();
  const lastOutdated = new Map<string, PostEvent>();
  let lastStill: PostEvent | undefined;
  for (const event of events) {
    if (isLetterEvent(event)) {
      if (!firstOf.has(event.letterId)) firstOf.set(event.letterId, event);
      lastOf.set(event.letterId, event);
      if (event.sha256) sha256Of.set(event.letterId, event.sha256);
    } else if ("paused" in event) lastPause.set(event.roundId, event);
    else if ("outdated" in event) lastOutdated.set(event.roundId, event);
    else if ("nothingLeaves" in event) lastStill = event;
  }
  const isLastWord = (event: PostEvent) => {
    if ("paused" in event) return lastPause.get(event.roundId) === event;
    if ("outdated" in event) return lastOutdated.get(event.roundId) === event;
    return !("nothingLeaves" in event) || lastStill === event;
  };
  return events.flatMap((event): PostEvent[] => {
    if (!isLetterEvent(event)) return isLastWord(event) ? [event] : [];
    const last = lastOf.get(event.letterId);
    if (!last || !isFinal(last.state)) return [withoutAddresses(event)];
    const sha256 = sha256Of.get(event.letterId);
    const { laidBy, about } = firstOf.get(event.letterId) ?? {};
    const first = { ...(sha256 && { sha256 }), ...(laidBy && { laidBy }), ...(about && { about }) };
    if (event === last) return [{ ...withoutAddresses(last), ...first }];
    // It counts as one of its day's letters, also where it came back later.
    return event.state === "accepted" ? [event] : [];
  });
}

/** Journals of before have addresses in what servers said. */
function withoutAddresses(event: LetterEvent): LetterEvent {
  const { letterId, serverAnswer } = event;
  return serverAnswer?.includes("@") ? { ...event, serverAnswer: hideAddresses(letterId, serverAnswer) } : event;
}
