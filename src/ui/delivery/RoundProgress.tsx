"use client";
import { useLiveQuery } from "dexie-react-hooks";
import { useEffect, useState } from "react";
import { Button, ProgressBar } from "react-bootstrap";
import { toast } from "sonner";
import { mayWithdraw } from "@/core/delivery/letterState";
import { tallySentence, tallyStates } from "@/core/delivery/tally";
import { counted } from "@/core/words";
import { findRound, lettersOfRound } from "@/store/roundRepository";
import { useVine } from "@/ui/shared/VineContext";
import { usePostLine } from "./PostLineContext";
import { takeBack } from "./postOffice";

/** What becomes of a round, as it happens, with the way to take back what has not begun to leave. */
export function RoundProgress({ roundId }: { roundId: string }) {
  const { database } = useVine();
  const { trouble } = usePostLine();
  const round = useLiveQuery(() => findRound(database, roundId), [database, roundId]);
  const letters = useLiveQuery(() => lettersOfRound(database, roundId), [database, roundId]);
  const now = useNow();
  const [takingBack, setTakingBack] = useState(false);
  if (!round || !letters) return null;
  const tally = tallyStates(letters);
  const open = letters.filter(({ state }) => mayWithdraw(state)).length;
  const settled = letters.length - open - (tally.leaving ?? 0);
  const secondsLeft = Math.max(0, Math.ceil((round.leavesAt - now) / 1000));
  const recall = async () => {
    setTakingBack(true);
    await takeBack(database, roundId).catch((cause: Error) =>
      toast.error(`Nothing was taken back yet: ${cause.message}`),
    );
    setTakingBack(false);
  };
  return (
    <div className="d-grid gap-3" aria-live="polite">
      {open > 0 && secondsLeft > 0 ? (
        <p className="countdown">
          {counted(open, "letter")} will leave in {counted(secondsLeft, "second")}.
        </p>
      ) : (
        <p className="countdown">{tallySentence(tally)}.</p>
      )}
      <ProgressBar now={settled} max={Math.max(1, letters.length)} aria-label="Letters settled" />
      <p className="quiet">
        {settled} of {counted(letters.length, "letter")} settled.{" "}
        {trouble && <strong className="text-danger">{trouble}</strong>}
      </p>
      {open > 0 && (
        <div>
          <Button variant="outline-primary" onClick={recall} disabled={takingBack}>
            {takingBack ? "Taking back …" : `Take back ${counted(open, "letter")}`}
          </Button>
        </div>
      )}
    </div>
  );
}

const TICK_MS = 250;

function useNow(): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, []);
  return now;
}
