import { wantsNoLetters } from "../model/guardian";
import type { Change } from "./change";

/**
 * A change that takes something back, or makes it again, without lifting a no: where a guardian wants no letters now,
 * that stays, whatever the change says. Only the family, or the teacher on purpose, takes a no back.
 */
export function keptNos(change: Change): Change {
  const { guardians } = change;
  if (!guardians) return change;
  const updated = Object.fromEntries(
    Object.entries(guardians.updated).map(([id, [now, next]]) => [
      id,
      [now, wantsNoLetters(now) ? { ...next, confirmation: now.confirmation } : next] as [typeof now, typeof next],
    ]),
  );
  return { ...change, guardians: { ...guardians, updated } };
}
