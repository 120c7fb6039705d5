"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { adding, updating } from "@/core/change/change";
import type { Note } from "@/core/model/note";
import { noteWordsSchema } from "@/core/model/template";
import { titleKey } from "@/core/model/titleKey";
import { useChange } from "@/ui/shared/useChange";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** Keeps the words of a note to begin others with, under a name; of one name there is one template. */
export function KeepTemplate({ note }: { note: Note }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button
        size="sm"
        variant="link"
        className="text-nowrap"
        title="Keep its words as a template"
        onClick={() => setOpen(true)}
      >
        Template …
      </Button>
      {isOpen && <TemplateName note={note} onClose={() => setOpen(false)} />}
    </>
  );
}

function TemplateName({ note, onClose }: { note: Note; onClose: () => void }) {
  const { office, now } = useVine();
  const change = useChange();
  const [name, setName] = useState(note.name);
  const templates = useKept((read) => read.templatesByName(), []) ?? [];
  const known = templates.find((one) => titleKey(one.name) === titleKey(name));
  const keep = async () => {
    const { match, conditions } = note.selection;
    const words = noteWordsSchema.parse({ ...note, match, conditions, name: name.trim() });
    const template = { ...words, id: known?.id ?? office.around.newId(), changedAt: now() };
    const kept = await change(
      known ? updating("templates", known, template) : adding("templates", [template]),
      `“${template.name}” was kept as a template. Begin with it under Notes.`,
    );
    if (kept) onClose();
  };
  return (
    <Modal show onHide={onClose} animation={false} aria-labelledby="template-title">
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim()) void keep();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="template-title">
            Keep as a template
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Form.Group controlId="template-name">
            <Form.Label>Name of the template</Form.Label>
            <Form.Control autoFocus value={name} onChange={(event) => setName(event.target.value)} />
          </Form.Group>
          <p className="quiet small mt-2 mb-0" role="status">
            {known
              ? "There is a template of this name: its words are replaced. Give another name to keep both."
              : "Its words, whom it is for and what goes along are kept; notes that begin with it can be changed freely."}
          </p>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="link" onClick={onClose}>
            Not now
          </Button>
          <Button type="submit" disabled={!name.trim()}>
            {known ? "Replace it" : "Keep it"}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
