"use client";
import { useVine } from "./VineContext";

/** The terms as choices of a picker. */
export function TermOptions() {
  const { world } = useVine();
  return [...world.terms.values()].map(({ id, name }) => (
    <option key={id} value={id}>
      {name}
    </option>
  ));
}
