"use client";
import { useRef, useState } from "react";
import { Button } from "react-bootstrap";

/** Takes one file, dropped or chosen. */
export function FileDrop({ onFile, busy }: { onFile: (file: File) => void; busy: boolean }) {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is the second way; the button does the same by keyboard
    <div
      className={`drop ${over ? "is-over" : ""}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const file = event.dataTransfer.files[0];
        if (file) onFile(file);
      }}
    >
      <h2>Drop a table of scores here</h2>
      <p className="my-3">
        CSV or XLSX, students down, work across. Students are found by their number or their name, in any order of rows.
        You see what would change before anything is applied.
      </p>
      <Button onClick={() => input.current?.click()} disabled={busy}>
        {busy ? "Reading …" : "Choose a file"}
      </Button>
      <input
        ref={input}
        type="file"
        className="visually-hidden"
        tabIndex={-1}
        accept=".csv,.tsv,.txt,.xlsx"
        aria-label="Table of scores"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
    </div>
  );
}
