"use client";
import { useEffect, useRef, useState } from "react";
import { Button, Form } from "react-bootstrap";
import type { Note } from "@/core/model/note";
import { counted, fewOf, listed } from "@/core/words";
import { type LaidOutReports, layOutReports } from "@/office/rounds/layOutReports";
import { useVine } from "@/ui/shared/VineContext";

export const STILL_LOOKING = "The reports are still being looked at.";

interface ReportsLaidProps {
  readonly note: Note;
  /** Is told what the reports wait for, in words; nothing once they may go. */
  readonly onChange: (waitsFor: string) => void;
}

/** All reports of the note are laid out before they are sent: what can't be made stops, what runs over is to be seen. */
export function ReportsLaidOut({ note, onChange }: ReportsLaidProps) {
  const { office } = useVine();
  const [reports, setReports] = useState<LaidOutReports>();
  const [isOver, setIsOver] = useState(false);
  const [isSeen, setIsSeen] = useState(false);
  const stopping = useRef<AbortController>(undefined);
  useEffect(() => {
    const controller = new AbortController();
    stopping.current = controller;
    const lay = async () => {
      for await (const found of layOutReports(office, note, controller.signal)) setReports(found);
      setIsOver(true);
    };
    void lay();
    return () => controller.abort();
  }, [office, note]);
  const { done = 0, broken = [], runOver = [], withBoxes = [] } = reports ?? {};
  const needsWord = runOver.length + withBoxes.length > 0;
  const waitsFor = ((): string => {
    if (broken.length > 0) return "A report can’t be made.";
    if (!isOver) return STILL_LOOKING;
    return needsWord && !isSeen ? "What was found in the reports is still to be ticked." : "";
  })();
  useEffect(() => onChange(waitsFor), [onChange, waitsFor]);
  return (
    <div className="mb-2" data-private>
      <p className="quiet small mb-1" role="status">
        {isOver ? `${counted(done, "report")} looked at.` : `Looking at the reports, ${done} so far …`}{" "}
        {!isOver && (
          <Button
            size="sm"
            variant="link"
            className="p-0 align-baseline"
            onClick={() => {
              stopping.current?.abort();
              setIsOver(true);
            }}
          >
            That is enough
          </Button>
        )}
      </p>
      {broken.length > 0 && (
        <p className="finding is-stop" role="alert">
          {counted(broken.length, "report")} can’t be made, so nothing can be sent: {broken[0]?.fileName} (
          {broken[0]?.problem}). Change the design, or take the report out of the note.
        </p>
      )}
      {needsWord && (
        <div className="finding mb-2">
          {runOver.length > 0 && <div>With more than their page holds: {listed(fewOf(runOver, MOST_NAMED))}.</div>}
          {withBoxes.length > 0 && (
            <div>
              {counted(withBoxes.length, "report")} with characters that come out as boxes: {withBoxes[0]?.characters}{" "}
              in {withBoxes[0]?.fileName}.
            </div>
          )}
          <Form.Check
            id="seen-laid"
            label="I have seen this; send all the same"
            checked={isSeen}
            onChange={(event) => setIsSeen(event.target.checked)}
          />
        </div>
      )}
    </div>
  );
}

const MOST_NAMED = 3;
