"use client";
import Link from "next/link";
import { Button } from "react-bootstrap";
import { mayAskToStop } from "@/core/delivery/stopWords";
import { fullName } from "@/core/model/student";
import { counted } from "@/core/words";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** What was sent while its page was closed before all letters were finished. */
export function UnfinishedLines() {
  const { office } = useVine();
  const pending = useKept((read) => read.pendingSends(), []) ?? [];
  return pending.map(({ roundId, note, problem }) => (
    <li key={roundId}>
      <div className="line-main">
        <strong>“{note.name || "Note without a name"}”</strong>{" "}
        {problem === undefined ? "is being sent: its letters are being finished" : "was not sent"}
        {problem !== undefined && (
          <div className="quiet small" data-private>
            {problem}
          </div>
        )}
      </div>
      {problem !== undefined && (
        <>
          <Button size="sm" variant="link" onClick={() => office.save.noPendingSend(roundId)}>
            Put away
          </Button>
          <Link className="btn btn-outline-primary btn-sm" href={`/notes/${note.id}`}>
            Open the note
          </Link>
        </>
      )}
    </li>
  ));
}

export function TroubledLine() {
  const troubled = useKept((read) => read.troubledLetters(), []) ?? [];
  const [first] = troubled;
  if (!first) return null;
  return (
    <li>
      <div className="line-main">
        <strong>{counted(troubled.length, "letter")}</strong> did not arrive
        <div className="quiet small" data-private>
          {troubled
            .slice(0, 3)
            .map(({ recipient }) => recipient.name)
            .join(", ")}
        </div>
      </div>
      <Link className="btn btn-outline-primary btn-sm" href={`/record/${first.roundId}`}>
        See why
      </Link>
    </li>
  );
}

/** What families wrote back and nobody has read yet. */
export function RepliesLine() {
  const { world } = useVine();
  const replies = useKept((read) => read.newReplies(), []) ?? [];
  if (replies.length === 0) return null;
  const stops = replies.filter(({ text }) => mayAskToStop(text)).length;
  // Whoever may want no more letters is read first.
  const inOrder = [...replies].sort((a, b) => Number(mayAskToStop(b.text)) - Number(mayAskToStop(a.text)));
  const names = new Map(
    [...world.guardians.values()].flatMap((one) =>
      one.addresses.map((address) => [address.toLowerCase(), fullName(one)]),
    ),
  );
  return (
    <li>
      <div className="line-main">
        <strong>{counted(replies.length, "family", "families")}</strong> wrote back
        {stops > 0 && (
          <div className="small">{counted(stops, "answer")} may ask for no more letters: read that first</div>
        )}
        <div className="quiet small text-truncate" data-private>
          {inOrder
            .slice(0, 3)
            .map(({ from }) => names.get(from.address.toLowerCase()) ?? (from.name || from.address))
            .join(", ")}
        </div>
      </div>
      <Link className="btn btn-outline-primary btn-sm" href="/record">
        Read
      </Link>
    </li>
  );
}

/** Answers to contact cards that wait to be taken in. */
export function AnswersLine() {
  const waiting = useKept((read) => read.waitingAnswers(), []) ?? [];
  if (waiting.length === 0) return null;
  return (
    <li>
      <div className="line-main">
        <strong>{counted(waiting.length, "family", "families")}</strong> filled in a contact card
        <div className="quiet small" data-private>
          {waiting
            .slice(0, 3)
            .map(({ answer }) => answer.studentName)
            .join(", ")}
        </div>
      </div>
      <Link className="btn btn-outline-primary btn-sm" href="/families/cards">
        Take in
      </Link>
    </li>
  );
}
