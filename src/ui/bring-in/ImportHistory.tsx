"use client";
import { useLiveQuery } from "dexie-react-hooks";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import { importName } from "@/core/change/importRecord";
import { classLabel } from "@/core/model/schoolClass";
import { counted } from "@/core/words";
import { importsNewestFirst } from "@/store/importRepository";
import { formatMoment } from "@/ui/shared/moment";
import { useVine } from "@/ui/shared/VineContext";

/** What was brought in, with the way back for each, at any later time. */
export function ImportHistory() {
  const { database, world, turnImport } = useVine();
  const imports = useLiveQuery(() => importsNewestFirst(database), [database]) ?? [];
  const turn = (id: string) =>
    turnImport(id).catch((cause: Error) => toast.error(cause.message, { duration: Number.POSITIVE_INFINITY }));
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
      {imports.length === 0 && <p className="quiet mt-2">Nothing yet. Every import can be taken back from here.</p>}
      <ul className="lines">
        {imports.map((record) => (
          <li key={record.id}>
            <div className="line-main">
              <span title={record.fileNames.join("\n")}>{importName(record)}</span>
              <div className="quiet small">
                {[classWords(record.classIds), formatMoment(record.appliedAt)].filter(Boolean).join(", ")}
              </div>
              <div className="small">
                {record.takenBackAt === undefined ? record.summary : `Taken back ${formatMoment(record.takenBackAt)}`}
              </div>
            </div>
            <Button size="sm" variant="outline-primary" onClick={() => turn(record.id)}>
              {record.takenBackAt === undefined ? "Take back" : "Apply again"}
              <span className="visually-hidden"> {importName(record)}</span>
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
