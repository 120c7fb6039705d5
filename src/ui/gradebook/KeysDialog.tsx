"use client";
import { Modal } from "react-bootstrap";
import { STATUS_KEYS } from "@/core/gradebook/scoreEdit";

const KEYS: readonly [string, string][] = [
  ["Arrows, Page Up, Page Down", "move; with Ctrl to the edge, with Shift choose several cells"],
  ["0 to 9", "type points; Enter keeps them and goes down, Tab goes right, Escape leaves them"],
  ...Object.entries(STATUS_KEYS).map(([key, words]): [string, string] => [key.toUpperCase(), words]),
  ["Enter or F2", "change what is there"],
  ["Delete", "clear the chosen cells; an empty cell is left out of averages"],
  ["Ctrl + D", "fill the chosen cells with the first of them"],
  ["Ctrl + C, Ctrl + V", "copy and paste, also a column from a spreadsheet"],
  ["Ctrl + Z", "undo the last edit"],
  ["?", "this help"],
];

/** The keys of the gradebook. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <Modal show onHide={onClose} animation={false} aria-labelledby="keys-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="keys-title">
          Keys of the gradebook
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <dl className="pairs mb-0">
          {KEYS.map(([key, words]) => (
            <div key={key}>
              <dt>{key}</dt>
              <dd>{words}</dd>
            </div>
          ))}
        </dl>
      </Modal.Body>
    </Modal>
  );
}
