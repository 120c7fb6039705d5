"use client";
import Link from "next/link";
import { useEffect } from "react";
import type { Letter } from "@/core/delivery/round";
import { enclosureWords } from "@/core/model/enclosure";
import { formatMoment } from "@/ui/shared/formatMoment";
import { LetterFrame } from "@/ui/shared/LetterFrame";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { AnswerButton } from "./AnswerDialog";
import { NoMoreLetters } from "./NoMoreLetters";
import { StateTag } from "./StateTag";

interface OpenLetterProps {
  readonly letter: Letter;
  /** Whether it is shown beside everything else of its family. */
  readonly isAmongFamily?: boolean;
}

/** One letter exactly as it left, what became of it, and what was written back. */
export function OpenLetter({ letter, isAmongFamily }: OpenLetterProps) {
  const { office } = useVine();
  const [whole] = useKept((read) => read.wholeLetters([letter]), [letter.id]) ?? [];
  const replies = useKept((read) => read.repliesTo([letter.id]), [letter.id]) ?? [];
  const unread = replies.flatMap(({ id, state }) => (state === "new" ? [id] : [])).join();
  useEffect(() => {
    if (unread) void office.save.repliesRead(unread.split(","));
  }, [office, unread]);
  return (
    <section className="sheet h-100 overflow-auto" aria-label="Letter as it left">
      <div className="d-flex gap-2 align-items-baseline">
        <h2 className="flex-grow-1" data-private>
          {letter.subject}
        </h2>
        <StateTag state={letter.state} />
      </div>
      <p className="small mt-1 mb-1" data-private>
        To <bdi>{letter.recipient.name}</bdi>, {letter.recipient.address}
        <br />
        Why: {letter.reason}
        {letter.enclosures && (
          <>
            <br />
            Enclosed: {letter.enclosures.map(enclosureWords).join(", ")}
          </>
        )}
      </p>
      <p className="small quiet">
        {formatMoment(letter.stateAt)}
        {letter.serverAnswer && `: ${letter.serverAnswer}`}
        {letter.nextAt !== undefined &&
          `; ${letter.state === "held" ? "leaves" : "next try"} ${formatMoment(letter.nextAt)}`}
        {letter.sentAgain && "; it was sent again"}
        {letter.studentId && !isAmongFamily && (
          <>
            {" · "}
            <Link href={`/record/family/${encodeURIComponent(letter.studentId)}`}>All with this family</Link>
          </>
        )}
      </p>
      {replies.map((reply) => (
        <div key={reply.id} className="reply" data-private>
          <div className="small quiet">
            {reply.from.name || reply.from.address} wrote back, {formatMoment(reply.at)}
            {reply.automatic && ", by itself while away"}
          </div>
          <p className="mb-0" style={{ whiteSpace: "pre-wrap" }}>
            {reply.state === "on its way" ? "The words are on their way …" : reply.text}
          </p>
          {!reply.automatic && (
            <div className="d-flex gap-2 align-items-center mt-1">
              <AnswerButton letter={letter} reply={reply} />
              <NoMoreLetters letter={letter} reply={reply} />
            </div>
          )}
        </div>
      ))}
      <div data-private>{whole && <LetterFrame title={`Letter to ${letter.recipient.name}`} html={whole.html} />}</div>
    </section>
  );
}
