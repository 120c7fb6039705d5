"use client";
import { useLiveQuery } from "dexie-react-hooks";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import { classLabel } from "@/core/model/schoolClass";
import { importsNewestFirst } from "@/store/importRepository";
import { formatMoment } from "@/ui/shared/moment";
import { useVine } from "@/ui/shared/VineContext";

/** What was brought in, with the way back for each. */
export function ImportHistory() {
  const { database, world, turnImport } = useVine();
  const imports = useLiveQuery(() => importsNewestFirst(database), [database]) ?? [];
  const turn = (id: string) => turnImport(id).catch((cause: Error) => toast.error(cause.message));
  return (
    <section className="sheet" aria-labelledby="history">
      <h2 id="history">Brought in so far</h2>
      {imports.length === 0 && <p className="quiet mt-2">Nothing yet. Every import can be taken back from here.</p>}
      <ul className="lines">
        {imports.map(({ id, fileName, classId, appliedAt, takenBackAt, summary }) => {
          const schoolClass = world.classes.get(classId);
          return (
            <li key={id}>
              <div className="line-main">
                {fileName}
                <div className="quiet small">
                  {schoolClass && classLabel(schoolClass)}, {formatMoment(appliedAt)}
                </div>
                <div className="small">
                  {takenBackAt === undefined ? summary : `Taken back ${formatMoment(takenBackAt)}`}
                </div>
              </div>
              <Button size="sm" variant="outline-primary" onClick={() => turn(id)}>
                {takenBackAt === undefined ? "Take back" : "Apply again"}
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
