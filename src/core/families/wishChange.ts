import { type Change, setRows } from "../change/change";
import { languageTag } from "../matching/saidOfGuardian";
import type { Guardian } from "../model/guardian";
import type { World } from "../model/world";
import type { FamilyEvent } from "./familyEvent";
import { mailId } from "./mailId";

/**
 * What wishes of guardians change. They hold at once, for all classes; the last word of each counts. A guardian who is
 * not there any more changes nothing.
 */
export function wishChange(events: readonly FamilyEvent[], world: Pick<World, "guardians">): Change {
  const next = new Map<string, Guardian>();
  // Events name a guardian as the letters did: by an alias where the id is too long.
  const idOf = new Map([...world.guardians.keys()].map((id) => [mailId(id), id]));
  for (const event of events) {
    if (event.kind !== "wish") continue;
    const id = idOf.get(event.guardianId) ?? event.guardianId;
    const guardian = next.get(id) ?? world.guardians.get(id);
    if (!guardian) continue;
    const { confirmation, frequency, language } = event.wish;
    next.set(guardian.id, {
      ...guardian,
      confirmation: confirmation ?? guardian.confirmation,
      frequency: frequency ?? guardian.frequency,
      language: languageTag(language ?? "") ?? guardian.language,
    });
  }
  return { guardians: setRows<"guardians">(world.guardians, next) };
}
