"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { toast } from "sonner";
import { adding } from "@/core/change/change";
import { answerNote } from "@/core/delivery/answerNote";
import type { Reply } from "@/core/delivery/reply";
import type { Letter } from "@/core/delivery/round";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { SETTINGS_ID } from "@/core/model/settings";
import { currentPeriod } from "@/core/model/term";
import { sendNote } from "@/office/rounds/sendNote";
import { SenderMissing } from "@/ui/delivery/SenderMissing";
import { failureWords } from "@/ui/shared/failureWords";
import { useUnkept } from "@/ui/shared/LeavingProvider";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

interface AnswerProps {
  readonly letter: Letter;
  readonly reply: Reply;
}

/** Answers one family: what is written leaves as a letter of its own, in the record beside what they wrote. */
export function AnswerButton(props: AnswerProps) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button size="sm" variant="outline-primary" onClick={() => setOpen(true)}>
        Answer<span className="visually-hidden"> {props.letter.recipient.name}</span>
      </Button>
      {isOpen && <AnswerDialog {...props} onClose={() => setOpen(false)} />}
    </>
  );
}

function AnswerDialog({ letter, reply, onClose }: AnswerProps & { onClose: () => void }) {
  const { office, world, today } = useVine();
  const change = useChange();
  const [words, setWords] = useState("");
  const [problem, setProblem] = useState("");
  const [unseen, setUnseen] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const [id] = useState(() => office.around.newId());
  useUnkept(words.trim() !== "");
  const hasSender = isGoodAddress(world.settings.get(SETTINGS_ID)?.teacherAddress ?? "");
  const send = async () => {
    setBusy(true);
    try {
      const note = answerNote(letter, { id, now: office.around.now(), period: currentPeriod(world, today), words });
      const choices = { seenCautions: unseen, copy: false, together: false };
      const sent = await sendNote(office, note, choices, "Record");
      if (sent.ok) {
        // It is kept beside the other notes, where its words can be used again.
        await change(adding("notes", [note]), `The answer to ${letter.recipient.name} is on its way.`, {
          quietly: true,
        });
        toast(`The answer to ${letter.recipient.name} is on its way. It can be taken back in the record for a moment.`);
        void office.save.repliesRead([reply.id]);
        return onClose();
      }
      setProblem(sent.problem);
      setUnseen([...unseen, ...(sent.unseen ?? [])]);
    } catch (cause) {
      setProblem(failureWords(cause));
    }
    setBusy(false);
  };
  return (
    <Modal show onHide={onClose} animation={false} aria-labelledby="answer-title" backdrop="static">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="answer-title" data-private>
          Answer to <bdi>{letter.recipient.name}</bdi>
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <blockquote className="reply" data-private>
          {reply.text}
        </blockquote>
        {!hasSender && <SenderMissing />}
        <Form.Control
          as="textarea"
          rows={7}
          autoFocus
          aria-label="What you answer"
          placeholder="What you answer; your signature is put below it."
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        {problem && (
          <p className="finding mt-2 mb-0" role="alert">
            {problem}
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="link" onClick={onClose}>
          Not yet
        </Button>
        <Button disabled={busy || !words.trim() || !hasSender} onClick={send}>
          {unseen.length > 0 ? "Send all the same" : "Send"}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
