"use client";
import { Button } from "react-bootstrap";
import { broughtInName } from "@/core/change/broughtIn";
import { classLabel } from "@/core/model/schoolClass";
import { counted } from "@/core/words";
import { failureWords } from "@/ui/shared/failureWords";
import { formatMoment } from "@/ui/shared/formatMoment";
import { sayTrouble } from "@/ui/shared/trouble";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** What was brought in, with the way back for each, at any later time. */
export function BroughtInHistory() {
  const { world, office } = useVine();
  const broughtIn = useKept((read) => read.broughtInNewestFirst(), []) ?? [];
  const turn = async (id: string) => {
    try {
      const done = await office.turnBroughtIn(id);
      if (!done.ok) sayTrouble(done.problem);
    } catch (cause) {
      sayTrouble(failureWords(cause));
    }
  };
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
            <Button size="sm" variant="outline-primary" onClick={() => turn(record.id)}>
              {record.takenBackAt === undefined ? "Take back" : "Apply again"}
              <span className="visually-hidden"> {broughtInName(record)}</span>
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
