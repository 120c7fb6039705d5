"use client";
import { useLiveQuery } from "dexie-react-hooks";
import Link from "next/link";
import { counted } from "@/core/words";
import { newReplies } from "@/store/replyRepository";
import { formatMoment } from "@/ui/shared/moment";
import { useVine } from "@/ui/shared/VineContext";

/** What families wrote back and nobody has read yet, each with its letter. */
export function RepliesSheet() {
  const { database } = useVine();
  const replies = useLiveQuery(async () => {
    const fresh = await newReplies(database);
    const letters = await database.letters.bulkGet(fresh.map(({ letterId }) => letterId));
    return fresh.map((reply, place) => ({ reply, letter: letters[place] }));
  }, [database]);
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
          </li>
        ))}
      </ul>
    </section>
  );
}
