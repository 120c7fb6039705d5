"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { isCaution } from "@/core/check/finding";
import { wordsToType } from "@/core/check/wordsToType";
import { planWords, pushedWords } from "@/core/delivery/planWords";
import { senderOf } from "@/core/delivery/preparedRound";
import { sendingPlan } from "@/core/delivery/sendingPlan";
import { isAnnouncement } from "@/core/letter/isAnnouncement";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { enclosureWords } from "@/core/model/enclosure";
import type { Note } from "@/core/model/note";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { designOf } from "@/core/report/designs";
import { counted } from "@/core/words";
import { readersOfDigests } from "@/office/rounds/readersOfDigests";
import { sendNote } from "@/office/rounds/sendNote";
import { SenderMissing } from "@/ui/delivery/SenderMissing";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useKept } from "@/ui/shared/useKept";
import { usePostLine } from "@/ui/shared/usePostLine";
import { useVine } from "@/ui/shared/VineContext";
import type { CheckView, FindingView, PeopleView } from "@/workers/engine/peopleView";
import { findingsByKind } from "../check/findingsByKind";
import { RecipientTable } from "./RecipientTable";
import { ReportsLaidOut, STILL_LOOKING } from "./ReportsLaidOut";
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
  const { office, world, now } = useVine();
  const line = usePostLine();
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [at, setAt] = useState<number>();
  const [alsoNew, setAlsoNew] = useState(false);
  const [atOnce, setAtOnce] = useState(false);
  const readers = useKept(() => readersOfDigests(office, note), [note.kind, world]);
  const inDigest = [...new Set(people.letters.map(({ recipient }) => recipient.id))].filter((id) => readers?.has(id));
  const [copy, setCopy] = useState(false);
  const [together, setTogether] = useState(false);
  const { enclosures = [] } = note;
  const canGoTogether = isAnnouncement(note) && people.letters.length > 1;
  const hasReports = (note.reports ?? []).length > 0;
  const [reportsWait, setReportsWait] = useState(hasReports ? STILL_LOOKING : "");
  const [finished, setFinished] = useState(0);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState("");
  // Each time has cautions of its own: what leaves at night, or at another time than now.
  const answer = useAnswer(async (asked) => ({ at, check: await asked.check(note, at ?? now()) }), [note, at]);
  // The check of another time than the one that is chosen lets nothing leave.
  const isChecked = answer !== undefined && answer.at === at;
  const check = answer?.check ?? props.check;
  const confirmed = useKept((read) => read.realIsConfirmed(), []);
  const cautions = check.findings.filter(({ finding }) => isCaution(finding));
  const unseen = cautions.filter(({ id }) => !ticked.includes(id)).length;
  const sender = senderOf(settings, note.sender);
  const hasSender = isGoodAddress(settings.teacherAddress);
  const isReal = line.status?.post === "relay";
  const words = wordsToType(
    cautions.map(({ finding }) => finding),
    isReal && confirmed === false,
  );
  const allTyped = words.every(({ word }) => typed[word]?.trim().toLowerCase() === word);
  const isTogether = together && canGoTogether;
  const letters = (isTogether ? people.lettersTogether : people.letters.length) + (copy ? 1 : 0);
  const realNow = office.around.now();
  const leavesAt = at ?? realNow + settings.takeBackSeconds * 1000;
  const plan = line.status && sendingPlan(letters, leavesAt, line.status, realNow);
  const toCome = useKept((read) => read.roundsToCome(), []) ?? [];

  const send = async () => {
    setBusy(true);
    try {
      const choices = {
        ...{ seenCautions: cautions.map(({ id }) => id), at, copy, together: isTogether },
        ...(at !== undefined && alsoNew && { alsoNew }),
        ...(atOnce && { atOnceTo: inDigest }),
      };
      const sent = await sendNote(office, note, choices, "Notes", setFinished);
      if (sent.ok) return onSent(sent.roundId);
      setProblem(sent.problem);
      setBusy(false);
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
        {hasReports && (
          <p className="mb-2">
            Made for each letter and enclosed:{" "}
            {(note.reports ?? []).map(({ design }) => designOf(world, design, "en")?.name).join(", ")}.
          </p>
        )}
        {hasReports && <ReportsLaidOut note={note} onChange={setReportsWait} />}
        <SendWhen
          at={at}
          takeBackSeconds={settings.takeBackSeconds}
          onChange={setAt}
          alsoNew={alsoNew}
          onAlsoNew={setAlsoNew}
        />
        {inDigest.length > 0 && (
          <p className="small mb-2" role="status">
            {counted(inDigest.length, "guardian")} of them {inDigest.length === 1 ? "gets" : "get"} it in the next
            digest, as they wished.{" "}
            <Button size="sm" variant="link" className="p-0" onClick={() => setAtOnce(!atOnce)}>
              {atOnce ? "Let it wait for the digest after all" : "Send these at once all the same"}
            </Button>
          </p>
        )}
        {plan && (
          <p className="quiet small" role="status">
            {planWords(plan, line.status?.dailyLimit)} Once all are handed over you may close this page.
          </p>
        )}
        {plan && plan.pushed.length > 0 && (
          <p className="finding mb-2" role="status">
            {pushedWords(plan, (from) => toCome.find(({ round }) => round.leavesAt === from)?.round.noteName)}
            <span className="quiet small d-block">
              The post takes {counted(line.status?.dailyLimit ?? 0, "letter")} a day. Choose another time above, or send
              all the same.
            </span>
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
        {findingsByKind(cautions).map((kind) => (
          <SeenKind key={kind[0].id} kind={kind} ticked={ticked} onTick={setTicked} />
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
          {waitsFor({ unseen, reportsWait, allTyped, isChecked })}
        </span>
        <Button variant="link" onClick={onClose}>
          Not yet
        </Button>
        <Button
          onClick={send}
          disabled={
            busy ||
            !isChecked ||
            reportsWait !== "" ||
            unseen > 0 ||
            !allTyped ||
            !hasSender ||
            check.stops > 0 ||
            confirmed === undefined
          }
        >
          {busy
            ? `Finishing the letters${finished > 0 ? `, ${finished} of ${people.letters.length}` : ""} …`
            : `Send ${counted(letters, "letter")}${at === undefined ? "" : " then"}`}
        </Button>
      </Modal.Footer>
    </>
  );
}

interface ToCome {
  readonly unseen: number;
  readonly reportsWait: string;
  readonly allTyped: boolean;
  readonly isChecked: boolean;
}

/** What must come before the round can leave, in words; nothing where it can. */
function waitsFor({ unseen, reportsWait, allTyped, isChecked }: ToCome): string {
  if (!isChecked) return "Checking the letters for that time …";
  if (unseen > 0) return `${counted(unseen, "caution")} still to be ticked.`;
  return reportsWait || (allTyped ? "" : "A word is still to be typed.");
}

interface SeenKindProps {
  readonly kind: readonly [FindingView, ...FindingView[]];
  readonly ticked: readonly string[];
  readonly onTick: (ticked: readonly string[]) => void;
}

/** Cautions of one kind: one tick says that all of them were seen. */
function SeenKind({ kind, ticked, onTick }: SeenKindProps) {
  const ids = kind.map(({ id }) => id);
  const isSeen = ids.every((id) => ticked.includes(id));
  return (
    <div className="finding mb-2">
      {kind.map(({ id, title, mend }) => (
        <div key={id}>
          <div data-private>{title}</div>
          <div className="quiet small">{mend}</div>
        </div>
      ))}
      <Form.Check
        id={`seen-${ids[0]}`}
        label={
          kind.length > 1
            ? `I have seen these ${kind.length}; send all the same`
            : "I have seen this; send all the same"
        }
        checked={isSeen}
        onChange={() => onTick([...ticked.filter((id) => !ids.includes(id)), ...(isSeen ? [] : ids)])}
      />
    </div>
  );
}
