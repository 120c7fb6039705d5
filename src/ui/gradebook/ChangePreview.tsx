"use client";
import type { Change } from "@/core/change/change";
import type { Period } from "@/core/model/term";
import { counted, listed } from "@/core/words";
import { useAnswer } from "@/ui/shared/useAnswer";

/** Whose letter a change would change, before it is made. */
export function ChangePreview({
  change,
  period,
  classIds,
}: {
  change: Change;
  period: Period;
  classIds: readonly string[];
}) {
  const preview = useAnswer((engine) => engine.preview(change, period, classIds), [change, period, classIds]);
  if (!preview) return null;
  const { averages, letters, moreLetters, lostExtraCredit } = preview;
  return (
    <div role="status">
      {lostExtraCredit.length > 0 && (
        <p className="finding">
          Extra credit in {listed(lostExtraCredit)} is lost by weight: nothing else there has points possible, so there
          is no average to add it to.
        </p>
      )}
      {averages + letters.length === 0 ? (
        <p className="quiet small">No average and no letter would change.</p>
      ) : (
        <p className="small">
          {counted(averages, "average")} and <strong>{counted(letters.length + moreLetters, "letter grade")}</strong>{" "}
          would change.
        </p>
      )}
      {letters.length > 0 && (
        <ul className="small ps-3" data-private>
          {letters.map(({ key, who, from, to }) => (
            <li key={key}>
              {who}: <span className="quiet">{from} →</span> {to}
            </li>
          ))}
          {moreLetters > 0 && <li>and {moreLetters} more</li>}
        </ul>
      )}
    </div>
  );
}
