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

/**
 * Of what families said to another server, what is news here: a wish where nothing was said later about the same matter, and
 * answers and views that are not here. In their order, without their numbers.
 */
export function newWords(here: readonly FamilyEvent[], there: readonly FamilyEvent[]): Unnumbered[] {
  const saidAt = new Map<string, number>();
  const known = new Set<string>();
  for (const event of here) {
    if (event.kind === "wish")
      for (const matter of Object.keys(event.wish)) saidAt.set(`${event.guardianId}/${matter}`, event.at);
    else known.add(answerIdOf(event));
  }
  return there.flatMap((event): Unnumbered[] => {
    const { seq: _seq, ...rest } = event;
    if (event.kind !== "wish") return known.has(answerIdOf(event)) ? [] : [rest as Unnumbered];
    const { guardianId, at, wish } = event;
    const left = Object.entries(wish).filter(([matter]) => (saidAt.get(`${guardianId}/${matter}`) ?? 0) < at);
    return left.length > 0 ? [{ kind: "wish", at, guardianId, wish: Object.fromEntries(left) }] : [];
  });
}

type Unnumbered = FamilyEvent extends infer Event ? (Event extends FamilyEvent ? Omit<Event, "seq"> : never) : never;

function answerIdOf(event: Exclude<FamilyEvent, { kind: "wish" }>): string {
  if (event.kind === "view") return event.view.answerId;
  return event.kind === "card answer" ? event.answer.answerId : event.answerId;
}
