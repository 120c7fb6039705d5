"use client";
import { broughtInName } from "@/core/change/broughtIn";
import { classLabel } from "@/core/model/schoolClass";
import { counted } from "@/core/words";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { TurnBroughtIn } from "./TurnBroughtIn";

/** What was brought in, with the way back for each, at any later time. */
export function BroughtInHistory() {
  const { world } = useVine();
  const broughtIn = useKept((read) => read.broughtInNewestFirst(), []) ?? [];
  const classWords = (ids: readonly string[]) => {
    if (ids.length > 2) return counted(ids.length, "class", "classes");
    return ids
      .flatMap((id) => world.classes.get(id) ?? [])
      .map(classLabel)
      .join(" and ");
  };
  return (
    <section className="sheet" aria-labelledby="history">
      <h2 id="history">Brought in so far</h2>
      {broughtIn.length === 0 && (
        <p className="quiet mt-2">Nothing yet. Whatever you bring in can be taken back from here.</p>
      )}
      <ul className="lines">
        {broughtIn.map((record) => (
          <li key={record.id}>
            <div className="line-main">
              <span title={record.fileNames.join("\n")}>{broughtInName(record)}</span>
              <div className="quiet small">
                {[classWords(record.classIds), formatMoment(record.appliedAt)].filter(Boolean).join(", ")}
              </div>
              <div className="small">
                {record.takenBackAt === undefined ? record.summary : `Taken back ${formatMoment(record.takenBackAt)}`}
              </div>
            </div>
            <TurnBroughtIn record={record} />
          </li>
        ))}
      </ul>
    </section>
  );
}
