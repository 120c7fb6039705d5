"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { answerMessage, type ReadMessage } from "./rehearsal";

/** What a family can do with a letter: write back, or have the letters stopped. */
export function AsTheFamily({ address, message }: { address: string; message: ReadMessage }) {
  const [text, setText] = useState("");
  const [busy, setBusy] = useState(false);
  const send = async () => {
    setBusy(true);
    try {
      await answerMessage(address, message.name, text);
      setText("");
      toast("The answer is on its way to the teacher.");
    } catch (cause) {
      toast.error(`It was not sent: ${(cause as Error).message}`);
    }
    setBusy(false);
  };
  return (
    <Form
      className="as-family d-grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Form.Control
        as="textarea"
        rows={2}
        aria-label="Write back as this family"
        placeholder="Write back as this family"
        maxLength={5000}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="d-flex gap-2 justify-content-between">
        {message.stopLink ? (
          // The link names this computer by its number; the page may have been opened by its name.
          <a className="btn btn-link btn-sm" href={new URL(message.stopLink).pathname} target="_blank" rel="noreferrer">
            Stop these letters
          </a>
        ) : (
          <span />
        )}
        <Button size="sm" type="submit" variant="outline-primary" disabled={busy || !text.trim()}>
          Write back
        </Button>
      </div>
    </Form>
  );
}
