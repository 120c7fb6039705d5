"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import { formatMoment } from "@/ui/shared/formatMoment";
import { usePostLine } from "@/ui/shared/usePostLine";
import { useVine } from "@/ui/shared/VineContext";
import { stepClock } from "./rehearsal";

const MORNING_HOUR = 7;

/** Lets the days of the practice world pass, so that one can watch what sends itself. */
export function NextMorning({ onStepped }: { onStepped: () => Promise<unknown> }) {
  const { office } = useVine();
  const { status } = usePostLine();
  const [isBusy, setIsBusy] = useState(false);
  if (status?.post !== "practice") return null;
  const step = async () => {
    setIsBusy(true);
    try {
      const now = office.around.now();
      const next = new Date(now);
      next.setDate(next.getDate() + (next.getHours() >= MORNING_HOUR ? 1 : 0));
      next.setHours(MORNING_HOUR, 0, 0, 0);
      await stepClock(next.getTime() - now);
      office.line.wake();
      await onStepped();
    } catch (cause) {
      toast.error(`The clock could not be set on: ${(cause as Error).message}`);
    }
    setIsBusy(false);
  };
  return (
    <div className="d-flex flex-wrap gap-2 align-items-center mb-2">
      <Button size="sm" variant="outline-primary" disabled={isBusy} onClick={step}>
        Next morning
      </Button>
      {(status.clockAheadMs ?? 0) > 0 && (
        <span className="quiet small">Here it is {formatMoment(office.around.now())}</span>
      )}
    </div>
  );
}
