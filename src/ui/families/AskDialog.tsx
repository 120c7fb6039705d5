"use client";
import { useMemo, useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { setRows } from "@/core/change/change";
import { preparedRound, senderOf } from "@/core/delivery/preparedRound";
import type { Round, WholeLetter } from "@/core/delivery/round";
import { askingLetter, type Unasked, unaskedGuardians } from "@/core/families/askingLetter";
import { linksAnswerSchema } from "@/core/families/familyEvent";
import { isGoodAddress } from "@/core/matching/address";
import type { Guardian } from "@/core/model/guardian";
import { classLabel } from "@/core/model/schoolClass";
import { DEFAULT_SETTINGS, SETTINGS_ID, type Settings } from "@/core/model/settings";
import type { World } from "@/core/model/world";
import { counted } from "@/core/words";
import { usePostLine } from "@/ui/delivery/PostLineContext";
import { ask } from "@/ui/delivery/postOffice";
import { RoundProgress } from "@/ui/delivery/RoundProgress";
import { roundTimes } from "@/ui/delivery/roundTimes";
import { SenderMissing } from "@/ui/delivery/SenderMissing";
import { LetterFrame } from "@/ui/shared/LetterFrame";
import { useVine } from "@/ui/shared/VineContext";

const NOTE_NAME = "Whether letters are welcome";

/** Asks everybody who was not asked yet, in one round for all classes; each letter has links to say yes or no. */
export function AskDialog({ onClose }: { onClose: () => void }) {
  const { world } = useVine();
  const line = usePostLine();
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const [again, setAgain] = useState(false);
  const [roundId, setRoundId] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState("");
  const unasked = useMemo(() => unaskedGuardians(again ? forgetAsking(world) : world), [world, again]);
  const silent = [...world.guardians.values()].filter(({ confirmation }) => confirmation === "asked").length;
  const hasSender = isGoodAddress(settings.teacherAddress);
  const [first] = unasked;
  const sample = first && askingLetter(first, settings, `${origin()}/family/sample`);

  const send = async () => {
    setBusy(true);
    setProblem("");
    try {
      const { round, letters } = await askingRound(unasked, settings, world);
      const rows = unasked.flatMap(({ guardianId }): [string, Guardian][] => {
        const guardian = world.guardians.get(guardianId);
        return guardian ? [[guardianId, { ...guardian, confirmation: "asked" }]] : [];
      });
      await line.send(round, letters, { guardians: setRows<"guardians">(world.guardians, rows) });
      setRoundId(round.id);
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

function origin(): string {
  return typeof window === "undefined" ? "" : window.location.origin;
}

/** The world as if nobody had been asked, for those who have not answered. */
function forgetAsking(world: World): World {
  const guardians = new Map(
    [...world.guardians].map(([id, guardian]) => [
      id,
      guardian.confirmation === "asked" ? { ...guardian, confirmation: "not asked" as const } : guardian,
    ]),
  );
  return { ...world, guardians };
}

async function askingRound(
  unasked: readonly Unasked[],
  settings: Settings,
  world: World,
): Promise<{ round: Round; letters: WholeLetter[] }> {
  const { teacherName, schoolName } = settings;
  const body = JSON.stringify({ guardianIds: unasked.map(({ guardianId }) => guardianId), teacherName, schoolName });
  const { tokens } = linksAnswerSchema.parse(await ask("/api/family/links", { method: "POST", body }));
  const letters = unasked.map((one) => {
    const [child] = one.children;
    const schoolClass = [...world.classes.values()].find(({ studentIds }) => child && studentIds.includes(child.id));
    return {
      studentId: child?.id ?? "",
      studentName: one.children.map(({ fullName }) => fullName).join(", "),
      classId: schoolClass?.id ?? "",
      className: schoolClass ? classLabel(schoolClass) : "",
      recipient: { kind: "guardian" as const, id: one.guardianId, name: one.name, address: one.address },
      reason: "was not asked yet",
      ...askingLetter(one, settings, `${origin()}/family/${tokens[one.guardianId] ?? ""}`),
    };
  });
  const about = {
    noteId: "",
    noteName: NOTE_NAME,
    sentence: "Guardians of students in all classes who were not asked yet",
    summary: `${counted(letters.length, "letter")} to ${counted(letters.length, "guardian")}.`,
    acceptedCautions: [],
  };
  return preparedRound(about, letters, { ...senderOf(settings), ...roundTimes(settings.takeBackSeconds) });
}
