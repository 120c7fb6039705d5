"use client";
import { useState } from "react";
import { counted } from "@/core/words";
import type { BringInView } from "@/workers/bringIn/bringInView";
import type { DifferenceView } from "@/workers/bringIn/differencesOf";

/** What applying would change, per class and assignment, the old beside the new. */
export function DifferenceSheet({ view }: { view: BringInView }) {
  if (view.differences.length === 0) return null;
  return (
    <section className="sheet" aria-labelledby="difference">
      <h2 id="difference">What will change</h2>
      <ul className="lines">
        {view.differences.map((difference) => (
          <Difference key={difference.id} difference={difference} startsOpen={view.differences.length === 1} />
        ))}
      </ul>
      {view.moreDifferences > 0 && <p className="quiet small">and {view.moreDifferences} more</p>}
    </section>
  );
}

function Difference({ difference, startsOpen }: { difference: DifferenceView; startsOpen: boolean }) {
  const [open, setOpen] = useState(startsOpen);
  const { title, isNew, guessed, added, changed, cleared, unchanged, rows, more } = difference;
  const counts = [
    added > 0 ? counted(added, "new", "new") : "",
    changed > 0 ? counted(changed, "changed", "changed") : "",
    cleared > 0 ? counted(cleared, "cleared", "cleared") : "",
    unchanged > 0 ? counted(unchanged, "the same", "the same") : "",
  ].filter(Boolean);
  return (
    <li className="d-block">
      <div className="d-flex gap-2 align-items-baseline">
        <button
          type="button"
          className="btn btn-link text-start flex-grow-1"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {title}
        </button>
        {isNew && <span className="tag is-well">new assignment</span>}
        {guessed && <span className="tag is-look">a guess: {guessed}</span>}
        <span className="quiet small text-nowrap">{counts.join(", ")}</span>
      </div>
      {open && (
        <table className="table table-sm small mb-1 mt-1">
          <thead>
            <tr>
              <th scope="col">Who</th>
              <th scope="col">now</th>
              <th scope="col">will be</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ who, from, to, stands }, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: rows of one difference stand in a fixed order
              <tr key={place} data-private>
                <td>{who}</td>
                <td className="quiet">{from || "nothing"}</td>
                <td>
                  {to} {stands && from === "" && <span className="tag is-look">above what is possible</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {open && more > 0 && <p className="quiet small">and {more} more</p>}
    </li>
  );
}
