"use client";
import { Button } from "react-bootstrap";
import { counted, listed } from "@/core/words";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useKept } from "@/ui/shared/useKept";
import type { BroughtInAbout } from "@/workers/bringIn/bringInApi";
import { TurnBroughtIn } from "./TurnBroughtIn";
import { useWriteToThese } from "./useWriteToThese";

/** The way on from what was just brought in; and the way back, where the list of all that was brought in gave way to what is still asked. */
export function JustBroughtIn({ about, withWayBack }: { about: BroughtInAbout; withWayBack: boolean }) {
  const writeToThese = useWriteToThese();
  const [last] = useKept((read) => read.broughtInNewestFirst(), []) ?? [];
  const takenBackAt = last?.takenBackAt;
  const canWrite = about.studentIds.length > 0 && takenBackAt === undefined;
  if (!canWrite && !withWayBack) return null;
  return (
    <section className="sheet d-flex gap-3 align-items-center" aria-label="What to do with it">
      <div className="flex-grow-1">
        {withWayBack && last && (
          <div>
            {takenBackAt === undefined ? `Brought in: ${last.summary}.` : `Taken back ${formatMoment(takenBackAt)}.`}
          </div>
        )}
        {canWrite && (
          <div className={withWayBack ? "quiet small" : undefined}>
            The tables were about {counted(about.studentIds.length, "student")}
            {about.ownColumns.length > 0 && `, with ${listed(about.ownColumns)}`}.
          </div>
        )}
      </div>
      {withWayBack && last && <TurnBroughtIn record={last} />}
      {canWrite && (
        <Button size={withWayBack ? "sm" : undefined} onClick={() => writeToThese(about)}>
          Write to these
        </Button>
      )}
    </section>
  );
}
