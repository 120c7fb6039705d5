"use client";
import { Button } from "react-bootstrap";
import type { Unsent } from "@/office/marking/feedbackDesk";
import type { MarkRow } from "./MarkList";

interface UnsentNoticeProps {
  readonly row: MarkRow;
  readonly unsent: readonly Unsent[];
  readonly onSend: (studentId: string, seen: readonly string[]) => void;
}

/** Why the feedback of the student did not go, with the way on; or that it is another one than what was sent. */
export function UnsentNotice({ row, unsent, onSend }: UnsentNoticeProps) {
  const { id } = row.student;
  const why = unsent.find(({ studentId }) => studentId === id);
  if (why && row.unsent !== undefined)
    return (
      <div className="finding mb-2" role="status">
        <div data-private>{why.problem}</div>
        <Button size="sm" variant="link" onClick={() => onSend(id, why.unseen)}>
          {why.unseen.length > 0 ? "I have seen this; send all the same" : "Try again"}
        </Button>
      </div>
    );
  if (row.isChanged && !row.isWaiting)
    return (
      <div className="finding is-line mb-2" role="status">
        What was sent is not what stands here now.{" "}
        <Button size="sm" variant="link" onClick={() => onSend(id, ["repeat-note"])}>
          Send the corrected one
        </Button>
      </div>
    );
  return null;
}
