"use client";
import Link from "next/link";
import { counted } from "@/core/words";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useKept } from "@/ui/shared/useKept";
import { AnswerButton } from "./AnswerDialog";

/** What families wrote back and nobody has read yet, each with its letter. */
export function RepliesSheet() {
  const replies = useKept((read) => read.newRepliesWithLetters(), []);
  if (!replies || replies.length === 0) return null;
  return (
    <section className="sheet" aria-labelledby="replies">
      <h2 id="replies">{counted(replies.length, "new reply", "new replies")}</h2>
      <ul className="lines" data-private>
        {replies.map(({ reply, letter }) => (
          <li key={reply.id}>
            <div className="line-main">
              <Link href={letter ? `/record/${letter.roundId}?letter=${letter.id}` : "/record"}>
                <bdi>{letter?.recipient.name ?? reply.from.address}</bdi>
              </Link>
              <div className="text-truncate">{reply.text}</div>
              <div className="quiet small">
                {formatMoment(reply.at)}
                {letter && `, about ${letter.studentName}`}
              </div>
            </div>
            {letter && !reply.automatic && <AnswerButton letter={letter} reply={reply} />}
          </li>
        ))}
      </ul>
    </section>
  );
}
