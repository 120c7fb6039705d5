"use client";
import { Button, Form, Modal } from "react-bootstrap";
import { PART_WORDS, SHEET_PARTS, type SheetPart } from "./sheetParts";

interface PartsDialogProps {
  readonly parts: readonly SheetPart[];
  readonly onChange: (parts: readonly SheetPart[]) => void;
  readonly onClose: () => void;
}

/** Which parts a student sheet has, and in which order. */
export function PartsDialog({ parts, onChange, onClose }: PartsDialogProps) {
  const others = SHEET_PARTS.filter((part) => !parts.includes(part));
  const move = (place: number, by: -1 | 1) => {
    const next = [...parts];
    const [part] = next.splice(place, 1);
    if (part) next.splice(place + by, 0, part);
    onChange(next);
  };
  return (
    <Modal show onHide={onClose} aria-label="Parts of the sheet">
      <Modal.Header closeButton>
        <Modal.Title as="h2">Parts of the sheet</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <ul className="lines">
          {[...parts, ...others].map((part) => {
            const place = parts.indexOf(part);
            return (
              <li key={part}>
                <Form.Check
                  id={`part-${part}`}
                  className="line-main"
                  label={PART_WORDS[part]}
                  checked={place >= 0}
                  onChange={() => onChange(place >= 0 ? parts.filter((one) => one !== part) : [...parts, part])}
                />
                {place > 0 && (
                  <Button size="sm" variant="link" onClick={() => move(place, -1)}>
                    Up<span className="visually-hidden">, {PART_WORDS[part]}</span>
                  </Button>
                )}
                {place >= 0 && place < parts.length - 1 && (
                  <Button size="sm" variant="link" onClick={() => move(place, 1)}>
                    Down<span className="visually-hidden">, {PART_WORDS[part]}</span>
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
      </Modal.Body>
      <Modal.Footer>
        <Button onClick={onClose}>Done</Button>
      </Modal.Footer>
    </Modal>
  );
}
