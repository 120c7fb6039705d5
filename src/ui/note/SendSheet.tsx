"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { isGoodAddress } from "@/core/matching/address";
import type { Note } from "@/core/model/note";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { counted } from "@/core/words";
import { usePostLine } from "@/ui/delivery/PostLineContext";
import { RoundProgress } from "@/ui/delivery/RoundProgress";
import { SenderMissing } from "@/ui/delivery/SenderMissing";
import { useVine } from "@/ui/shared/VineContext";
import type { CheckView, PeopleView } from "@/workers/engine/noteView";
import { composeRound } from "./composeRound";

interface SendSheetProps {
  readonly note: Note;
  readonly people: PeopleView;
  readonly check: CheckView;
  readonly onClose: () => void;
}

/** Every recipient, when the letters leave, the cautions to be seen; after sending, what becomes of the round. */
export function SendSheet({ note, people, check, onClose }: SendSheetProps) {
  const [roundId, setRoundId] = useState<string>();
  return (
    <Modal
      show
      onHide={onClose}
      size="lg"
      scrollable
      animation={false}
      aria-labelledby="send-title"
      backdrop={roundId ? true : "static"}
    >
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

function BeforeSending({
  note,
  people,
  check,
  onClose,
  onSent,
}: SendSheetProps & { onSent: (roundId: string) => void }) {
  const { engine, world } = useVine();
  const line = usePostLine();
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState("");
  const cautions = check.findings.filter(({ finding }) => finding.severity === "caution");
  const allTicked = cautions.every(({ id }) => ticked.includes(id));
  const hasSender = isGoodAddress(settings.teacherAddress);

  const send = async () => {
    setBusy(true);
    try {
      // Read once more, since a word may have been typed after the check that is shown.
      if ((await engine.check(note)).stops > 0) {
        setProblem("Something was changed that must be mended first, so nothing was sent. Go back to see what it is.");
        setBusy(false);
        return;
      }
      const accepted = cautions.map(({ title }) => title);
      const { round, letters } = await composeRound(engine, note, people, settings, accepted);
      await line.send(round, letters);
      onSent(round.id);
    } catch (cause) {
      setProblem(`The round could not be kept, so nothing was sent. Try again. (${(cause as Error).message})`);
      setBusy(false);
    }
  };

  return (
    <>
      <Modal.Body>
        <p>
          <strong data-private>{people.sentence}.</strong>
        </p>
        <p className="quiet">
          {settings.takeBackSeconds > 0
            ? `The letters leave ${counted(settings.takeBackSeconds, "second")} after you press send; until then you can take all of them back.`
            : "The letters leave at once."}{" "}
          You may close this page meanwhile. From {settings.teacherName || "you"}
          {hasSender && `, ${settings.teacherAddress}`}.
        </p>
        {!hasSender && <SenderMissing />}
        {problem && (
          <p className="finding is-stop" role="alert">
            {problem}
          </p>
        )}
        {cautions.map(({ id, title, mend }) => (
          <div key={id} className="finding mb-2">
            <div data-private>{title}</div>
            <div className="quiet small">{mend}</div>
            <Form.Check
              id={`seen-${id}`}
              label="I have seen this; send all the same"
              checked={ticked.includes(id)}
              onChange={(event) =>
                setTicked(event.target.checked ? [...ticked, id] : ticked.filter((known) => known !== id))
              }
            />
          </div>
        ))}
        <table className="table table-sm small">
          <thead>
            <tr>
              <th scope="col">Recipient</th>
              <th scope="col">About</th>
              <th scope="col">Why</th>
            </tr>
          </thead>
          <tbody>
            {people.letters.map(({ key, recipient, studentName, reason }) => (
              <tr key={key} data-private>
                <td>
                  <bdi>{recipient.name}</bdi>
                  <div className="quiet">{recipient.address}</div>
                </td>
                <td>
                  <bdi>{studentName}</bdi>
                  <div className="quiet">{recipient.relation}</div>
                </td>
                <td>{reason}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="link" onClick={onClose}>
          Not yet
        </Button>
        <Button onClick={send} disabled={busy || !allTicked || !hasSender || check.stops > 0}>
          {busy ? "Finishing the letters …" : `Send ${counted(people.letters.length, "letter")}`}
        </Button>
      </Modal.Footer>
    </>
  );
}
