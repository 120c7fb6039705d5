"use client";
import { WHOLE_YEAR } from "@/core/model/term";
import { useVine } from "./VineContext";

/** The terms as choices of a picker; with the whole year behind them where it is a choice, in the words given. */
export function TermOptions({ wholeYear }: { wholeYear?: string }) {
  const { world } = useVine();
  return (
    <>
      {[...world.terms.values()].map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
      {wholeYear && <option value={WHOLE_YEAR}>{wholeYear}</option>}
    </>
  );
}
