import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { printLetters } from "@/office/paper/printLetters";
import { takePrinted } from "@/ui/shared/takePrinted";
import { useVine } from "@/ui/shared/VineContext";

/** To be typed before a letter is printed for somebody who asked for none. */
const WORD = "paper";

interface PrintInSpiteProps {
  readonly noteId: string;
  readonly recipientId: string;
  readonly name: string;
}

/** A letter on paper for one person who asked not to be written to, with a word: to be handed over, never mailed. */
export function PrintInSpite({ noteId, recipientId, name }: PrintInSpiteProps) {
  const { office } = useVine();
  const [isOpen, setIsOpen] = useState(false);
  const [typed, setTyped] = useState("");
  const [busy, setBusy] = useState(false);
  const close = () => {
    setIsOpen(false);
    setTyped("");
  };
  const print = async () => {
    setBusy(true);
    // The list does not follow the words: they are taken as they are kept.
    const note = await office.read.findNote(noteId);
    const made = note && (await printLetters(office, note, [recipientId], "Notes"));
    setBusy(false);
    if (made && takePrinted(made, `The letter for ${name} was printed. The record keeps it as printed.`)) close();
  };
  return (
    <>
      <Button variant="link" size="sm" className="p-0" onClick={() => setIsOpen(true)} aria-label={`Print for ${name}`}>
        Print it …
      </Button>
      <Modal show={isOpen} onHide={close} animation={false} aria-labelledby="in-spite-title">
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="in-spite-title" data-private>
            On paper for {name}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p data-private>
            {name} asked not to be written to, so no mail goes there. You can print this one letter and hand it over,
            for instance at a talk. The record keeps it as printed.
          </p>
          <Form.Group controlId="in-spite-word">
            <Form.Label>
              Type <strong>{WORD}</strong> to print it.
            </Form.Label>
            <Form.Control autoComplete="off" value={typed} onChange={(event) => setTyped(event.target.value)} />
          </Form.Group>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="link" onClick={close}>
            Not yet
          </Button>
          <Button disabled={busy || typed.trim().toLowerCase() !== WORD} onClick={print}>
            {busy ? "Making the letter …" : "Print the letter"}
          </Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}
