"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Modal } from "react-bootstrap";
import { RoundProgress } from "@/ui/delivery/RoundProgress";
import { BeforeSending, type Sending } from "./BeforeSending";

/** Every recipient, when the letters leave, the cautions to be seen; after sending, what becomes of the round. */
export function SendSheet({ note, people, check, onClose }: Sending) {
  const [roundId, setRoundId] = useState<string>();
  return (
    <Modal show onHide={onClose} size="lg" scrollable animation={false} aria-labelledby="send-title" backdrop="static">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="send-title">
          {roundId ? "Your round" : people.summary}
        </Modal.Title>
      </Modal.Header>
      {roundId ? (
        <>
          <Modal.Body>
            <RoundProgress roundId={roundId} />
          </Modal.Body>
          <Modal.Footer>
            <Link className="btn btn-link" href={`/record/${roundId}`}>
              Open it in the record
            </Link>
            <Button onClick={onClose}>Back to the note</Button>
          </Modal.Footer>
        </>
      ) : (
        <BeforeSending note={note} people={people} check={check} onClose={onClose} onSent={setRoundId} />
      )}
    </Modal>
  );
}
