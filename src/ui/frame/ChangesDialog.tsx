"use client";
import { Button, Modal } from "react-bootstrap";
import { type ChangeEntry, canBeTurned } from "@/core/change/changeEntry";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useKept } from "@/ui/shared/useKept";
import { useUndoRedo } from "@/ui/shared/useUndoRedo";

/** The last changes that were made in this browser, each with the way back, also after the page was closed. */
export function ChangesDialog({ onClose }: { onClose: () => void }) {
  const changes = useKept((read) => read.changesNewestFirst(), []);
  return (
    <Modal show onHide={onClose} size="lg" scrollable animation={false} aria-labelledby="changes-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="changes-title">
          What was changed
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p className="quiet small">
          The last 200 changes in this browser. Each can be taken back while nothing newer hangs on it; what a family
          wished and what was sent stays. Ctrl + Z takes back the last one, with Shift it is made again.
        </p>
        {changes?.length === 0 && <p>Nothing yet.</p>}
        <ul className="lines">
          {changes?.map((entry) => (
            <ChangeLine key={entry.seq} entry={entry} />
          ))}
        </ul>
      </Modal.Body>
      <Modal.Footer>
        <Button onClick={onClose}>Close</Button>
      </Modal.Footer>
    </Modal>
  );
}

function ChangeLine({ entry }: { entry: ChangeEntry }) {
  const turn = useUndoRedo();
  const { seq, at, words, screen, takenBackAt } = entry;
  return (
    <li>
      <div className={`line-main ${takenBackAt === undefined ? "" : "is-taken-back"}`}>
        <span data-private>{words}</span>
        <div className="quiet small">
          {screen}, {formatMoment(at)}
          {takenBackAt !== undefined && `; taken back ${formatMoment(takenBackAt)}`}
        </div>
      </div>
      {canBeTurned(entry) && (
        <Button size="sm" variant="outline-primary" className="flex-shrink-0" onClick={() => turn({ seq })}>
          {takenBackAt === undefined ? "Take back" : "Make again"}
          <span className="visually-hidden"> {words}</span>
        </Button>
      )}
    </li>
  );
}
