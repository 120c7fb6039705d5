"use client";
import { useRef, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";

const ACCEPTED = ".csv,.tsv,.txt,.xlsx,.zip,.vcf";

interface FileDropProps {
  readonly onFiles: (files: readonly File[]) => void;
  readonly busy: boolean;
  /** Beside tables that are already here. */
  readonly isSmall?: boolean;
}

/** Takes any number of files, dropped or chosen, or a table that was copied from somewhere. */
export function FileDrop({ onFiles, busy, isSmall = false }: FileDropProps) {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const [pasting, setPasting] = useState(false);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is the second way; the button does the same by keyboard
    <div
      className={`drop ${over ? "is-over" : ""} ${isSmall ? "is-small" : ""}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const files = [...event.dataTransfer.files];
        if (files.length > 0) onFiles(files);
      }}
    >
      <h2>{isSmall ? "Add more tables" : "Drop your tables here, as many as you have"}</h2>
      {!isSmall && (
        <p className="my-3">
          Scores, averages, rosters, contacts or form answers, as CSV, XLSX, OneRoster or vCard. Students are found by
          number, address or name, never by the order of rows. You see what would change before anything is applied.
        </p>
      )}
      <div className="d-flex gap-2 justify-content-center my-2">
        <Button onClick={() => input.current?.click()} disabled={busy} size={isSmall ? "sm" : undefined}>
          {busy ? "Reading …" : "Choose files"}
        </Button>
        <Button
          variant="outline-primary"
          onClick={() => setPasting(!pasting)}
          disabled={busy}
          aria-expanded={pasting}
          size={isSmall ? "sm" : undefined}
        >
          Paste a table
        </Button>
      </div>
      <HiddenFileInput ref={input} multiple accept={ACCEPTED} label="Tables" onFiles={onFiles} />
      {pasting && (
        <PasteForm
          onText={(text) => {
            setPasting(false);
            onFiles([new File([text], "Pasted table", { type: "text/plain" })]);
          }}
        />
      )}
    </div>
  );
}

function PasteForm({ onText }: { onText: (text: string) => void }) {
  const [text, setText] = useState("");
  return (
    <Form
      className="d-grid gap-2 text-start"
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim()) onText(text);
      }}
    >
      <Form.Label htmlFor="pasted" className="small mb-0">
        Copy the cells in your spreadsheet, with the headings, and paste them here
      </Form.Label>
      <Form.Control
        id="pasted"
        as="textarea"
        rows={6}
        autoFocus
        spellCheck={false}
        className="font-monospace small"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Button type="submit" size="sm" className="justify-self-start" disabled={!text.trim()}>
        Read this table
      </Button>
    </Form>
  );
}
