import type { FamilyEvent } from "./familyEvent";

/**
 * What must stay of what families said: of each guardian the last word on each matter, of answers that a browser has on its
 * disk only that there was one. Numbers stay, so that a browser reads on where it was.
 */
export function compactFamilies(events: readonly FamilyEvent[], isTaken: (seq: number) => boolean): FamilyEvent[] {
  const kept: FamilyEvent[] = [];
  const said = new Map<string, Set<string>>();
  const stubs = new Set<string>();
  for (const event of [...events].reverse()) {
    if (event.kind === "wish") {
      const later = said.get(event.guardianId) ?? new Set();
      const left = Object.entries(event.wish).filter(([matter, word]) => word !== undefined && !later.has(matter));
      said.set(event.guardianId, new Set([...later, ...left.map(([matter]) => matter)]));
      if (left.length > 0) kept.push({ ...event, wish: Object.fromEntries(left) });
    } else if (event.kind === "view") {
      if (!isTaken(event.seq)) kept.push(event);
    } else if (event.kind === "card answer" && !isTaken(event.seq)) kept.push(event);
    else {
      const { cardId, answerId } = event.kind === "card answer" ? event.answer : event;
      if (!stubs.has(answerId)) kept.push({ kind: "answer taken", seq: event.seq, at: event.at, cardId, answerId });
      stubs.add(answerId);
    }
  }
  return kept.reverse();
}
