"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { feedbackNoteId } from "@/core/marking/feedbackNote";
import type { Assignment } from "@/core/model/assignment";
import type { Score } from "@/core/model/score";
import { fullName } from "@/core/model/student";
import { counted, listed } from "@/core/words";
import { useVine } from "@/ui/shared/VineContext";
import { FeedbackByItself } from "./FeedbackByItself";
import type { MarkRow } from "./MarkList";

interface SendFeedbackProps {
  readonly rows: readonly MarkRow[];
  readonly scoreOf: (studentId: string) => Score | undefined;
  readonly assignment: Assignment;
  /** Resolves once all marks are kept. */
  readonly whenKept: () => Promise<void>;
}

/** The feedback that waits, sent at once; corrected ones only where that is said. */
export function SendFeedback({ rows, scoreOf, assignment, whenKept }: SendFeedbackProps) {
  const { office } = useVine();
  const router = useRouter();
  const [isOpen, setIsOpen] = useState(false);
  const [again, setAgain] = useState(false);
  const fresh = rows.filter(
    (row) => row.state === "marked" && row.sentAt === undefined && !row.isWaiting && isSaid(scoreOf(row.student.id)),
  );
  const changed = rows.filter((row) => row.isChanged && !row.isWaiting);
  const half = rows.filter((row) => row.state === "half done").length;
  const going = again ? [...fresh, ...changed] : fresh;
  const send = async () => {
    setIsOpen(false);
    await whenKept();
    const ids = (some: readonly MarkRow[]) => some.map(({ student }) => student.id);
    void office.feedback.send(assignment.id, ids(fresh), false);
    if (again && changed.length > 0) void office.feedback.send(assignment.id, ids(changed), true, ["repeat-note"]);
  };
  const look = async () => {
    await whenKept();
    await office.feedback.noteOf(assignment.id);
    router.push(`/notes/${feedbackNoteId(assignment.id)}`);
  };
  return (
    <>
      <Button disabled={fresh.length + changed.length === 0} onClick={() => setIsOpen(true)}>
        Send feedback{going.length + changed.length > 0 && ` to ${fresh.length || changed.length}`} …
      </Button>
      <Modal show={isOpen} onHide={() => setIsOpen(false)} animation={false} aria-labelledby="send-feedback-title">
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="send-feedback-title">
            Feedback to {counted(going.length, "student")}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p data-private>{listed(going.map(({ student }) => fullName(student))) || "Nobody new."}</p>
          {half > 0 && (
            <p className="quiet small">{counted(half, "student is", "students are")} half done and not among them.</p>
          )}
          {changed.length > 0 && (
            <Form.Check
              id="send-corrected"
              label={`Send it again to ${counted(changed.length, "student")} whose feedback changed since`}
              checked={again}
              onChange={(event) => setAgain(event.target.checked)}
            />
          )}
          <FeedbackByItself assignment={assignment} />
          <p className="quiet small mb-0">
            Each letter is checked. One that can’t go stays in the list as not sent, with its reason. Who had it already
            gets nothing again.
          </p>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="link" className="me-auto" onClick={look}>
            Look at it as a note
          </Button>
          <Button disabled={going.length === 0} onClick={send}>
            Send {counted(going.length, "letter")}
          </Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}

function isSaid(score: Score | undefined): boolean {
  return Boolean(score && (score.levels || score.comment || score.points !== undefined));
}
