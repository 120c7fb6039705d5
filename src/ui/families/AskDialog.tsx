"use client";
import { useMemo, useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { counted } from "@/core/words";
import { askingSample, requestPermission, toBeAsked } from "@/office/families/requestPermission";
import { RoundProgress } from "@/ui/delivery/RoundProgress";
import { SenderMissing } from "@/ui/delivery/SenderMissing";
import { LetterFrame } from "@/ui/shared/LetterFrame";
import { useVine } from "@/ui/shared/VineContext";

/** Asks everybody who was not asked yet, in one round for all classes; each letter has links to say yes or no. */
export function AskDialog({ onClose }: { onClose: () => void }) {
  const { office, world } = useVine();
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const [again, setAgain] = useState(false);
  const [roundId, setRoundId] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState("");
  const { unasked, silent } = useMemo(() => toBeAsked(world, again), [world, again]);
  const hasSender = isGoodAddress(settings.teacherAddress);
  const [first] = unasked;
  const sample = first && askingSample(office, first);

  const send = async () => {
    setBusy(true);
    setProblem("");
    try {
      const sent = await requestPermission(office, again, "Families");
      if (sent.ok) setRoundId(sent.roundId);
      else setProblem(`Nobody was asked yet: ${sent.problem}`);
    } catch (cause) {
      setProblem(`Nobody was asked yet: ${(cause as Error).message}`);
    }
    setBusy(false);
  };

  return (
    <Modal show onHide={onClose} size="lg" scrollable animation={false} aria-labelledby="ask-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="ask-title">
          {roundId ? "Your round" : `Ask ${counted(unasked.length, "guardian")} whether letters are welcome`}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {roundId ? (
          <RoundProgress roundId={roundId} />
        ) : (
          <div className="d-grid gap-3">
            <p>
              Each gets one letter, for all their children and classes, with a link to say yes and one to say no. Until
              somebody says no you may write to them; after that Vine Note never does.
            </p>
            {silent > 0 && (
              <Form.Check
                id="ask-again"
                label={`Also ask again the ${silent} who have not answered`}
                checked={again}
                onChange={(event) => setAgain(event.target.checked)}
              />
            )}
            {!hasSender && <SenderMissing />}
            {problem && (
              <p className="finding is-stop" role="alert">
                {problem}
              </p>
            )}
            {sample && (
              <div data-private>
                <p className="small mb-1">
                  To {first.name}: <strong>{sample.subject}</strong>
                </p>
                <LetterFrame title="The letter" html={sample.html} />
              </div>
            )}
          </div>
        )}
      </Modal.Body>
      <Modal.Footer>
        {roundId ? (
          <Button onClick={onClose}>Back to the families</Button>
        ) : (
          <>
            <Button variant="link" onClick={onClose}>
              Not yet
            </Button>
            <Button onClick={send} disabled={busy || unasked.length === 0 || !hasSender}>
              {busy ? "Signing the links …" : `Send ${counted(unasked.length, "letter")}`}
            </Button>
          </>
        )}
      </Modal.Footer>
    </Modal>
  );
}
