"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import type { Reply } from "@/core/delivery/reply";
import type { Letter } from "@/core/delivery/round";
import { noMoreLetters, whoWrote } from "@/core/families/newOptOuts";
import { wantsNoLetters } from "@/core/model/guardian";
import { fullName } from "@/core/model/student";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

/** Who wrote back that no more letters are wanted gets none: what waits for them is called back before it is kept. */
export function NoMoreLetters({ letter, reply }: { letter: Letter; reply: Reply }) {
  const { world, now } = useVine();
  const change = useChange();
  const [why, setWhy] = useState<string>();
  const person = whoWrote(world, { recipientId: letter.recipient.id, address: reply.from.address });
  if (!person) return null;
  const name = fullName(person);
  if (wantsNoLetters(person)) {
    const { said } = person;
    return (
      <p className="small quiet mb-0">
        No more letters to {name}
        {said && `, ${formatMoment(said.at)}`}
        {said?.words && `: ${said.words}`}
      </p>
    );
  }
  if (why === undefined)
    return (
      <Button
        variant="link"
        size="sm"
        className="p-0"
        onClick={() => setWhy(`Wrote back: ${reply.text.slice(0, 120).trim()}`)}
      >
        No more letters
      </Button>
    );
  return (
    <Form
      className="d-flex gap-2 mt-1"
      onSubmit={(event) => {
        event.preventDefault();
        void change((world) => noMoreLetters(person, why.trim(), now(), world), `No more letters to ${name}.`);
      }}
    >
      <Form.Control
        size="sm"
        aria-label={`Why no more letters to ${name}`}
        maxLength={500}
        value={why}
        onChange={(event) => setWhy(event.target.value)}
      />
      <Button size="sm" type="submit" className="flex-shrink-0">
        No more letters
      </Button>
      <Button size="sm" variant="link" className="flex-shrink-0" onClick={() => setWhy(undefined)}>
        Leave it
      </Button>
    </Form>
  );
}
