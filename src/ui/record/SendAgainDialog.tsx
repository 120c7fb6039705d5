"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { STATE_WORDS } from "@/core/delivery/letterState";
import type { Letter, Round } from "@/core/delivery/round";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { counted } from "@/core/words";
import { currentAddress, sendRoundAgain } from "@/office/rounds/sendRoundAgain";
import { useVine } from "@/ui/shared/VineContext";

interface SendAgainDialogProps {
  readonly round: Round;
  /** Those that can go again. */
  readonly letters: readonly Letter[];
  readonly onClose: () => void;
  readonly onSent: (roundId: string) => void;
}

/** Mends the addresses of those who were not reached, and sends to these alone. */
export function SendAgainDialog({ round, letters, onClose, onSent }: SendAgainDialogProps) {
  const { office, world } = useVine();
  // What may have arrived, or was taken back on purpose, goes again only when it is chosen.
  const [chosen, setChosen] = useState(
    () => new Set(letters.filter(({ state }) => state === "refused" || state === "returned").map(({ id }) => id)),
  );
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState("");
  const addressOf = (letter: Letter) => (typed[letter.id] ?? currentAddress(letter, world)).trim();
  const going = letters.filter(({ id }) => chosen.has(id));
  const isBad = going.some((letter) => !isGoodAddress(addressOf(letter)));
  const send = async () => {
    setBusy(true);
    try {
      const again = going.map((letter) => ({ letter, address: addressOf(letter) }));
      const sent = await sendRoundAgain(office, round, again, "Record");
      if (sent.ok) return onSent(sent.roundId);
      setProblem(sent.problem);
      setBusy(false);
    } catch (cause) {
      setProblem(`Nothing was sent again. Try once more. (${(cause as Error).message})`);
      setBusy(false);
    }
  };
  return (
    <Modal show onHide={onClose} size="lg" scrollable animation={false} aria-labelledby="again-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="again-title">
          Mend and send again
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p className="quiet">
          The same words go once more, to these people alone. A mended address is kept with the family.
        </p>
        {problem && (
          <p className="finding is-stop" role="alert">
            {problem}
          </p>
        )}
        <ul className="lines">
          {letters.map((letter) => {
            const { id, recipient, studentName, state, serverAnswer } = letter;
            const address = addressOf(letter);
            return (
              <li key={id} data-private>
                <Form.Check
                  id={`again-${id}`}
                  aria-label={`Send again to ${recipient.name}`}
                  checked={chosen.has(id)}
                  onChange={({ target }) => {
                    const next = new Set(chosen);
                    if (target.checked) next.add(id);
                    else next.delete(id);
                    setChosen(next);
                  }}
                />
                <div className="line-main">
                  <strong>
                    <bdi>{recipient.name}</bdi>
                  </strong>{" "}
                  <span className="quiet small">about {studentName}</span>
                  <div className="quiet small">
                    {STATE_WORDS[state]}
                    {serverAnswer && `: ${serverAnswer}`}
                  </div>
                  {state === "uncertain" && <div className="small">It may have arrived: ask first, if you can.</div>}
                </div>
                <Form.Control
                  size="sm"
                  style={{ maxWidth: "18rem" }}
                  aria-label={`Address of ${recipient.name}`}
                  value={typed[id] ?? currentAddress(letter, world)}
                  isInvalid={chosen.has(id) && !isGoodAddress(address)}
                  onChange={(event) => setTyped({ ...typed, [id]: event.target.value })}
                />
              </li>
            );
          })}
        </ul>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="link" onClick={onClose}>
          Not yet
        </Button>
        <Button onClick={send} disabled={busy || going.length === 0 || isBad}>
          Send again to {counted(going.length, "person", "people")}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
