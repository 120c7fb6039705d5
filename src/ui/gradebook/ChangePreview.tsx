"use client";
import type { Change } from "@/core/change/change";
import type { Period } from "@/core/model/term";
import { counted, listed } from "@/core/words";
import { useAnswer } from "@/ui/shared/useAnswer";

/** Whose letter grade a change would change, before it is made. */
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
  const { averages, labels, moreLabels, lostExtraCredit } = preview;
  return (
    <div role="status">
      {lostExtraCredit.length > 0 && (
        <p className="finding">
          Extra credit in {listed(lostExtraCredit)} is lost by weight: nothing else there has points possible, so there
          is no average to add it to.
        </p>
      )}
      {averages + labels.length === 0 ? (
        <p className="quiet small">No average and no letter grade would change.</p>
      ) : (
        <p className="small">
          {counted(averages, "average")} and <strong>{counted(labels.length + moreLabels, "letter grade")}</strong>{" "}
          would change.
        </p>
      )}
      {labels.length > 0 && (
        <ul className="small ps-3" data-private>
          {labels.map(({ key, who, from, to }) => (
            <li key={key}>
              {who}: <span className="quiet">{from} →</span> {to}
            </li>
          ))}
          {moreLabels > 0 && <li>and {moreLabels} more</li>}
        </ul>
      )}
    </div>
  );
}
