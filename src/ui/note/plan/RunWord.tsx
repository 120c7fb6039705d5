"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import type { Run } from "@/core/delivery/plans/run";
import { sendRun, skipRun } from "@/office/automatic/runWord";
import { sayTrouble } from "@/ui/shared/trouble";
import { useVine } from "@/ui/shared/VineContext";

/** The teacher's word on a run that asks: it goes, or it does not. */
export function RunWord({ run }: { run: Run }) {
  const { office } = useVine();
  const [isBusy, setIsBusy] = useState(false);
  const hasCautions = (run.cautions ?? []).length > 0;
  const act = async (work: () => Promise<string | undefined>) => {
    setIsBusy(true);
    try {
      const problem = await work();
      if (problem) sayTrouble(problem);
    } catch (cause) {
      sayTrouble(`That could not be done: ${(cause as Error).message}`);
    }
    setIsBusy(false);
  };
  const send = (always: boolean) =>
    act(async () => {
      const sent = await sendRun(office, run, always);
      return sent.ok ? undefined : sent.problem;
    });
  const named = <span className="visually-hidden"> “{run.noteName}”</span>;
  return (
    <div className="d-flex flex-wrap gap-2 justify-content-end">
      <Button
        size="sm"
        variant="link"
        disabled={isBusy}
        onClick={() => act(() => skipRun(office, run).then(() => undefined))}
      >
        Not this time{named}
      </Button>
      {hasCautions && (
        <Button size="sm" variant="outline-primary" disabled={isBusy} onClick={() => send(true)}>
          Send, and don’t ask for that again{named}
        </Button>
      )}
      <Button size="sm" disabled={isBusy} onClick={() => send(false)}>
        Send{named}
      </Button>
    </div>
  );
}
