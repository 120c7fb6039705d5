"use client";
import { Button } from "react-bootstrap";
import { newsWords } from "@/core/delivery/scheduledRound";
import { letAnnouncedGo, setFrozen } from "@/office/rounds/announcedWord";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** Of a round that waits for its time: what changed in it since, and whether it is rebuilt. */
export function AnnouncedPart({ roundId }: { roundId: string }) {
  const { office } = useVine();
  const scheduled = useKept(async (read) => (await read.scheduledRounds()).find(({ id }) => id === roundId), [roundId]);
  if (!scheduled || scheduled.planId !== undefined) return null;
  const { news, held, state } = scheduled;
  const words = news ? newsWords(news) : "";
  const isFrozen = state === "frozen";
  return (
    <div className="small mt-2" role="status">
      {isFrozen
        ? "It leaves as it is, whatever changes."
        : words
          ? `Since it was announced: ${words}.`
          : "It is rebuilt whenever something changes that it says."}
      {news && news.newcomers.length > 0 && (
        <div className="quiet" data-private>
          Not part of it: {news.newcomers.join("; ")}
        </div>
      )}
      {news && news.stopped.length > 0 && (
        <div className="quiet" data-private>
          Left out, since they can’t go: {news.stopped.join("; ")}
        </div>
      )}
      {held && !isFrozen && (
        <p className="finding mt-1 mb-1">
          It waits. {held.why}
          {held.unseen.length > 0 && (
            <>
              {" "}
              <Button size="sm" variant="link" className="p-0" onClick={() => letAnnouncedGo(office, scheduled)}>
                I have seen it; let it go
              </Button>
            </>
          )}
        </p>
      )}
      <Button size="sm" variant="link" className="p-0" onClick={() => setFrozen(office, scheduled, !isFrozen)}>
        {isFrozen ? "Rebuild it again until it leaves" : "Freeze it as it is now"}
      </Button>
    </div>
  );
}
