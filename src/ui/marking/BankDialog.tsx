"use client";
import { EditorContent, useEditor } from "@tiptap/react";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { adding, removing, updating } from "@/core/change/change";
import { fieldKey } from "@/core/letter/fields/fieldKey";
import { fieldById } from "@/core/letter/fields/fieldsFor";
import { BANK_FIELDS, wordsOf } from "@/core/marking/commentBank";
import type { BankComment } from "@/core/model/bankComment";
import { type LetterSubject, letterSubjectSchema } from "@/core/model/letterBody";
import { LINE_EXTENSIONS } from "@/ui/note/letter/editorExtensions";
import { fittedWords } from "@/ui/note/letter/fittedWords";
import { ShownLetterContext } from "@/ui/note/letter/LiveBlock";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { EMPTY_LETTER_VIEW } from "@/workers/engine/shownLetter";

/** The sentences of the comment bank: new ones, changed and deleted ones. `begin` is what a new one may begin with. */
export function BankDialog({ begin, onClose }: { begin: string; onClose: () => void }) {
  const { world, office } = useVine();
  const change = useChange();
  const [chosen, setChosen] = useState<string>();
  const all = [...world.bankComments.values()].sort((a, b) => wordsOf(a).localeCompare(wordsOf(b)));
  const known = chosen === undefined ? undefined : world.bankComments.get(chosen);
  return (
    <Modal show onHide={onClose} size="lg" animation={false} aria-labelledby="bank-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="bank-title">
          Comment bank
        </Modal.Title>
      </Modal.Header>
      <Modal.Body className="d-grid gap-3">
        <SentenceForm
          key={chosen ?? "new"}
          comment={known}
          begin={begin}
          newId={office.around.newId}
          onDone={() => setChosen(undefined)}
        />
        {all.length > 0 && (
          <ul className="lines" aria-label="All sentences">
            {all.map((one) => (
              <li key={one.id}>
                <div className="line-main">
                  {wordsOf(one)}
                  {one.about && <div className="quiet small">for {one.about}</div>}
                </div>
                <Button
                  size="sm"
                  variant="link"
                  onClick={() => setChosen(one.id)}
                  aria-label={`Change “${wordsOf(one)}”`}
                >
                  Change
                </Button>
                <Button
                  size="sm"
                  variant="link"
                  aria-label={`Delete “${wordsOf(one)}”`}
                  onClick={() =>
                    change(removing("bankComments", [one]), "The sentence was deleted. Comments made with it stay.")
                  }
                >
                  Delete
                </Button>
              </li>
            ))}
          </ul>
        )}
      </Modal.Body>
    </Modal>
  );
}

interface SentenceFormProps {
  /** None for a new one. */
  readonly comment: BankComment | undefined;
  readonly begin: string;
  readonly newId: () => string;
  readonly onDone: () => void;
}

function SentenceForm({ comment, begin, newId, onDone }: SentenceFormProps) {
  const change = useChange();
  const [words, setWords] = useState<LetterSubject>(comment?.words ?? plain(begin));
  const [about, setAbout] = useState(comment?.about ?? "");
  const editor = useEditor({
    immediatelyRender: false,
    extensions: LINE_EXTENSIONS,
    content: words,
    editorProps: { attributes: { "aria-label": "Sentence", role: "textbox" } },
    onUpdate: ({ editor: current }) => setWords(fittedWords(current, letterSubjectSchema)),
  });
  const isEmpty = wordsOf({ id: "", about: "", words }).trim() === "";
  const keep = async () => {
    const next = { id: comment?.id ?? newId(), words, about: about.trim() };
    const wanted = comment ? updating("bankComments", comment, next) : adding("bankComments", [next]);
    if (!(await change(wanted, comment ? "The sentence was changed." : "The sentence is in the comment bank."))) return;
    editor?.commands.clearContent(true);
    onDone();
  };
  const fields = BANK_FIELDS.flatMap((id) => {
    const field = fieldById(id);
    return field ? [{ id, group: field.group, label: field.label, kind: field.kind, value: field.label }] : [];
  });
  const placed = Object.fromEntries(
    fields.map(({ id, label }) => [fieldKey({ field: id, format: "", upperFirst: false }), label]),
  );
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <div className="form-label">{comment ? "Change this sentence" : "A new sentence"}</div>
      <ShownLetterContext value={{ ...EMPTY_LETTER_VIEW, fields, placed }}>
        <EditorContent className="letter-editor bank-editor" editor={editor} />
      </ShownLetterContext>
      <div className="d-flex flex-wrap gap-2 mt-2">
        {fields.map(({ id, label }) => (
          <Button
            key={id}
            size="sm"
            variant="outline-secondary"
            onClick={() =>
              editor
                ?.chain()
                .focus()
                .insertContent({ type: "field", attrs: { field: id, fallback: "", format: "", upperFirst: false } })
                .run()
            }
          >
            Place: {label}
          </Button>
        ))}
        <Form.Control
          size="sm"
          className="w-auto"
          maxLength={100}
          aria-label="What the sentence is for"
          placeholder="For a criterion or a subject"
          value={about}
          onChange={(event) => setAbout(event.target.value)}
        />
        <Button type="submit" size="sm" className="ms-auto" disabled={isEmpty}>
          {comment ? "Keep the change" : "Add it to the bank"}
        </Button>
        {comment && (
          <Button size="sm" variant="link" onClick={onDone}>
            Leave it
          </Button>
        )}
      </div>
    </Form>
  );
}

function plain(text: string): LetterSubject {
  return { type: "doc", content: [{ type: "paragraph", ...(text && { content: [{ type: "text", text }] }) }] };
}
