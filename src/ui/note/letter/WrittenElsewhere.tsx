"use client";
import type { Editor, Extensions } from "@tiptap/core";
import { FileInput } from "lucide-react";
import { type ClipboardEvent, useMemo, useRef, useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import type * as z from "zod";
import { filled, type PlaceToFill, placesToFill } from "@/core/check/placesToFill";
import { counted } from "@/core/words";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";
import type { LetterView } from "@/workers/engine/shownLetter";
import { type ReadElsewhere, readClipboard, readFileElsewhere } from "./readElsewhere";

interface WrittenElsewhereProps {
  readonly editor: Editor;
  readonly extensions: Extensions;
  readonly schema: z.ZodType<object>;
  readonly letter: LetterView;
  /** What is written here. */
  readonly into: string;
}

/** Takes in what was written elsewhere, and puts fields where it has places to fill. */
export function WrittenElsewhere(props: WrittenElsewhereProps) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        size="sm"
        variant="outline-secondary"
        aria-label="Written elsewhere"
        title="Written elsewhere: take in a file, or what was copied"
        onClick={() => setOpen(true)}
      >
        <FileInput size={15} aria-hidden />
      </Button>
      {open && <ElsewhereDialog {...props} onClose={() => setOpen(false)} />}
    </>
  );
}

/** The place of something that stays as it stands. */
const LEAVE = "";

function ElsewhereDialog({
  editor,
  extensions,
  schema,
  letter,
  into,
  onClose,
}: WrittenElsewhereProps & { onClose: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [read, setRead] = useState<ReadElsewhere<object>>();
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const [instead, setInstead] = useState(true);
  const here = editor.getJSON();
  const hasPlacesHere = placesToFill(here, letter.fields).length > 0;
  const document = read?.ok ? read.document : undefined;
  const places = useMemo(() => (document ? placesToFill(document, letter.fields) : []), [document, letter.fields]);
  const fieldOf = ({ text, guesses }: PlaceToFill) => chosen[text] ?? guesses[0] ?? LEAVE;
  const take = (words: Promise<ReadElsewhere<object>>) => {
    setChosen({});
    void words.then(setRead);
  };
  const paste = (event: ClipboardEvent) => {
    event.preventDefault();
    const [html, text] = ["text/html", "text/plain"].map((type) => event.clipboardData.getData(type));
    take(readClipboard({ html: html ?? "", text: text ?? "" }, extensions, schema));
  };
  const put = () => {
    if (!document) return;
    const fields = new Map(
      places.map((place) => [place.text, fieldOf(place)] as const).filter(([, id]) => id !== LEAVE),
    );
    const made = filled(document, fields) as { content: object[] };
    if (instead) editor.chain().focus().setContent(made).run();
    else editor.chain().focus().insertContent(made.content).run();
    onClose();
  };
  return (
    <Modal show onHide={onClose} size="lg" scrollable aria-labelledby="elsewhere-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="elsewhere-title">
          Written elsewhere
        </Modal.Title>
      </Modal.Header>
      <Modal.Body className="d-grid gap-3">
        <div className="d-flex flex-wrap gap-2 align-items-center">
          <Button variant={document ? "outline-primary" : "primary"} onClick={() => input.current?.click()}>
            Choose a file
          </Button>
          <span className="quiet small">.docx, .html, .md or .txt</span>
          <HiddenFileInput
            ref={input}
            accept=".docx,.html,.htm,.md,.markdown,.txt"
            label="A file with the words"
            onFiles={([file]) => file && take(readFileElsewhere(file, extensions, schema))}
          />
          {hasPlacesHere && !document && (
            <Button
              variant="outline-primary"
              onClick={() => {
                setInstead(true);
                setRead({ ok: true, document: here, changed: [] });
              }}
            >
              Fill the places of this {into}
            </Button>
          )}
        </div>
        {!document && (
          <textarea
            className="form-control"
            rows={3}
            aria-label="Paste the words here"
            placeholder="Or paste the words here"
            value=""
            onChange={() => undefined}
            onPaste={paste}
          />
        )}
        {read && !read.ok && (
          <p className="finding is-stop mb-0" role="alert">
            {read.problem}
          </p>
        )}
        {read?.ok &&
          read.changed.map((words) => (
            <p key={words} className="finding mb-0">
              {words}
            </p>
          ))}
        {document && (
          <>
            <p className="mb-0" role="status">
              {places.length === 0
                ? "No place to fill was found in it."
                : `${counted(places.length, "place")} to fill ${places.length === 1 ? "was" : "were"} found. Say what stands there, or leave it as it is.`}
            </p>
            {places.length > 0 && (
              <table className="table small align-middle mb-0">
                <thead>
                  <tr>
                    <th scope="col">As it stands</th>
                    <th scope="col">Field</th>
                  </tr>
                </thead>
                <tbody>
                  {places.map((place) => (
                    <tr key={place.text}>
                      <td>
                        <strong>{place.text}</strong>
                        {place.count > 1 && ` (${place.count} times)`}
                        <div className="quiet">… {place.around} …</div>
                      </td>
                      <td>
                        <FieldSelect
                          place={place}
                          letter={letter}
                          value={fieldOf(place)}
                          onChange={(id) => setChosen({ ...chosen, [place.text]: id })}
                        />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            {read?.ok && document !== here && (
              <Form.Check
                id="elsewhere-instead"
                label={`In the place of what stands in the ${into} now`}
                checked={instead}
                onChange={(event) => setInstead(event.target.checked)}
              />
            )}
          </>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="link" onClick={onClose}>
          Leave it
        </Button>
        <Button disabled={!document} onClick={put}>
          Put it into the {into}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

interface FieldSelectProps {
  readonly place: PlaceToFill;
  readonly letter: LetterView;
  readonly value: string;
  readonly onChange: (field: string) => void;
}

function FieldSelect({ place, letter, value, onChange }: FieldSelectProps) {
  const option = (id: string) => {
    const field = letter.fields.find((one) => one.id === id);
    return (
      <option key={id} value={id}>
        {field?.label}
      </option>
    );
  };
  return (
    <Form.Select
      size="sm"
      aria-label={`What stands at ${place.text}`}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    >
      <option value={LEAVE}>leave it as it stands</option>
      {place.guesses.length > 0 && <optgroup label="Likely">{place.guesses.map(option)}</optgroup>}
      <optgroup label="All">
        {letter.fields.filter(({ id }) => !place.guesses.includes(id)).map(({ id }) => option(id))}
      </optgroup>
    </Form.Select>
  );
}
