"use client";
import { useLiveQuery } from "dexie-react-hooks";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { MAX_TOGETHER } from "@/core/delivery/handOver";
import { senderOf } from "@/core/delivery/preparedRound";
import { sendingPlan } from "@/core/delivery/sendingPlan";
import { planWords } from "@/core/delivery/sendingWords";
import { isAnnouncement } from "@/core/letter/announcement";
import { isGoodAddress } from "@/core/matching/address";
import { enclosureWords } from "@/core/model/enclosure";
import type { Note } from "@/core/model/note";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { counted } from "@/core/words";
import { missingFiles } from "@/store/fileRepository";
import { markSeen } from "@/store/keptSelectionRepository";
import { markRealConfirmed, realIsConfirmed } from "@/store/roundRepository";
import { usePostLine } from "@/ui/delivery/PostLineContext";
import { SenderMissing } from "@/ui/delivery/SenderMissing";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useVine } from "@/ui/shared/VineContext";
import type { CheckView, PeopleView } from "@/workers/engine/noteView";
import { composeRound } from "./composeRound";
import { RecipientTable } from "./RecipientTable";
import { SendWhen } from "./SendWhen";

/** A note that is about to be sent. */
export interface Sending {
  readonly note: Note;
  readonly people: PeopleView;
  readonly check: CheckView;
  readonly onClose: () => void;
}

/** What stands before a round leaves: when, by what limit, the cautions to be seen, the words to be typed, every recipient. */
export function BeforeSending(props: Sending & { onSent: (roundId: string) => void }) {
  const { note, people, onClose, onSent } = props;
  const { database, engine, world, now } = useVine();
  const line = usePostLine();
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [at, setAt] = useState<number>();
  const [copy, setCopy] = useState(false);
  const [together, setTogether] = useState(false);
  const { enclosures = [] } = note;
  const canGoTogether = isAnnouncement(note) && people.letters.length > 1;
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState("");
  // For now the note's own check holds; another time may have other cautions.
  const then = useAnswer(async (asked) => (at === undefined ? undefined : asked.check(note, at)), [note, at]);
  const check = then ?? props.check;
  const confirmed = useLiveQuery(() => realIsConfirmed(database), [database]);
  const cautions = check.findings.filter(({ finding }) => finding.severity === "caution");
  const unseen = cautions.filter(({ id }) => !ticked.includes(id)).length;
  const sender = senderOf(settings, note.sender);
  const hasSender = isGoodAddress(settings.teacherAddress);
  const isReal = line.status?.post === "relay";
  const words = [
    ...(isReal && confirmed === false
      ? [{ word: "real", why: "Letters leave this computer for the first time: families will get them." }]
      : []),
    ...(cautions.some(({ finding }) => finding.code === "repeat-note")
      ? [{ word: "again", why: "Some of these people had this very note in the last days." }]
      : []),
  ];
  const allTyped = words.every(({ word }) => typed[word]?.trim().toLowerCase() === word);
  const isTogether = together && canGoTogether;
  const letters =
    (isTogether ? Math.ceil(people.letters.length / MAX_TOGETHER) : people.letters.length) + (copy ? 1 : 0);
  const leavesAt = at ?? Date.now() + settings.takeBackSeconds * 1000;

  /** Why nothing can leave after all, in words. */
  const obstacle = async (): Promise<string | undefined> => {
    // Read once more, since a word may have been typed after the check that is shown.
    if ((await engine.check(note, at ?? now())).stops > 0)
      return "Something was changed that must be mended first, so nothing was sent. Go back to see what it is.";
    const [gone] = await missingFiles(database, enclosures);
    if (gone)
      return `“${gone.name}” is not in this browser any more, so nothing was sent. Take it out of the note, or enclose it again.`;
    if (at !== undefined && at < Date.now())
      return "That time has passed, so nothing was sent. Choose a later one, or send now.";
    return undefined;
  };
  const send = async () => {
    setBusy(true);
    try {
      const found = await obstacle();
      if (found !== undefined) {
        setProblem(found);
        setBusy(false);
        return;
      }
      const acceptedCautions = cautions.map(({ title }) => title);
      const round = await composeRound(engine, note, people, settings, {
        acceptedCautions,
        at,
        copy,
        together: isTogether,
      });
      if (isReal) await markRealConfirmed(database);
      await line.send(round.round, round.letters);
      if (note.keptSelectionId) {
        const sent = { selection: note.selection, keys: people.selected.map(({ key }) => key) };
        await markSeen(database, note.keptSelectionId, sent, Date.now());
      }
      onSent(round.round.id);
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
        <p className="quiet mb-2">
          From {sender.from.name || "you"}
          {hasSender && `, ${settings.teacherAddress}`}
          {sender.replyTo && `; replies go to ${sender.replyTo}`}.
        </p>
        {enclosures.length > 0 && (
          <p className="mb-2">Enclosed with each letter: {enclosures.map(enclosureWords).join(", ")}.</p>
        )}
        <SendWhen at={at} takeBackSeconds={settings.takeBackSeconds} onChange={setAt} />
        {line.status && (
          <p className="quiet small" role="status">
            {planWords(sendingPlan(letters, leavesAt, line.status, Date.now()), line.status.dailyLimit)} You may close
            this page meanwhile.
          </p>
        )}
        <Form.Check
          id="copy-to-me"
          className="mb-3"
          label="One copy to me: the list of all recipients, with the first letter as a sample"
          checked={copy}
          onChange={(event) => setCopy(event.target.checked)}
        />
        {canGoTogether && (
          <Form.Check
            id="together"
            className="mb-3"
            label="As one letter to all of them, none of whom sees the others: the words are the same for everybody"
            checked={together}
            onChange={(event) => setTogether(event.target.checked)}
          />
        )}
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
        {words.map(({ word, why }) => (
          <Form.Group key={word} controlId={`word-${word}`} className="finding mb-2">
            <Form.Label className="mb-1">
              {why} Type <strong>{word}</strong> to go on.
            </Form.Label>
            <Form.Control
              size="sm"
              className="w-auto"
              autoComplete="off"
              value={typed[word] ?? ""}
              onChange={(event) => setTyped({ ...typed, [word]: event.target.value })}
            />
          </Form.Group>
        ))}
        <RecipientTable note={note} people={people} />
      </Modal.Body>
      <Modal.Footer>
        <span className="quiet small me-auto" role="status">
          {unseen > 0 && `${counted(unseen, "caution")} still to be ticked.`}
          {unseen === 0 && !allTyped && "A word is still to be typed."}
        </span>
        <Button variant="link" onClick={onClose}>
          Not yet
        </Button>
        <Button
          onClick={send}
          disabled={busy || unseen > 0 || !allTyped || !hasSender || check.stops > 0 || confirmed === undefined}
        >
          {busy ? "Finishing the letters …" : `Send ${counted(letters, "letter")}${at === undefined ? "" : " then"}`}
        </Button>
      </Modal.Footer>
    </>
  );
}
