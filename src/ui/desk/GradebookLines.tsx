"use client";
import Link from "next/link";
import { useEffect } from "react";
import { Button } from "react-bootstrap";
import * as z from "zod";
import { viewsOfNobody } from "@/core/marking/viewsOfNobody";
import { currentPeriod } from "@/core/model/term";
import { counted } from "@/core/words";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useHalfDone } from "@/ui/shared/useHalfDone";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import type { DeskNews } from "@/workers/engine/deskView";

const SEEN = "desk seen";
const seenSchema = z.object({ missing: z.array(z.string()), below: z.array(z.string()) });

/** What is newly missing, and who newly fell below 70 %, since the desk was last told that it was seen. */
export function NewsLines() {
  const { office } = useVine();
  const kept = useKept(async (read) => ({ seen: seenSchema.safeParse(await read.findDraft(SEEN)).data }), []);
  const before = JSON.stringify(kept?.seen);
  const view = useAnswer(async (engine) => (kept ? engine.desk(kept.seen) : undefined), [before, kept !== undefined]);
  const isFirst = kept !== undefined && kept.seen === undefined;
  useEffect(() => {
    // The first look is where news begin.
    if (isFirst && view) void office.save.draft(SEEN, view.seen);
  }, [isFirst, view, office]);
  if (!view) return null;
  const seen = () => void office.save.draft(SEEN, view.seen);
  return (
    <>
      <NewsLine
        news={view.missing}
        words="miss work that was not missing before"
        starter="missing work"
        onSeen={seen}
      />
      <NewsLine news={view.below} words="newly below 70 % overall" starter="below a threshold" onSeen={seen} />
    </>
  );
}

interface NewsLineProps {
  readonly news: readonly DeskNews[];
  readonly words: string;
  readonly starter: "missing work" | "below a threshold";
  readonly onSeen: () => void;
}

function NewsLine({ news, words, starter, onSeen }: NewsLineProps) {
  const { world, today } = useVine();
  const createNote = useCreateNote();
  if (news.length === 0) return null;
  const studentIds = [...new Set(news.map(({ studentId }) => studentId))];
  const write = () => {
    onSeen();
    return createNote(starter, {
      classIds: "all",
      period: currentPeriod(world, today),
      conditions: [{ kind: "chosen", studentIds }],
    });
  };
  return (
    <li>
      <div className="line-main">
        <strong>{counted(studentIds.length, "student")}</strong> {words}
        <div className="quiet small text-truncate" data-private>
          {news
            .slice(0, 3)
            .map((one) => one.words)
            .join("; ")}
          {news.length > 3 && ` and ${news.length - 3} more`}
        </div>
      </div>
      <Button size="sm" variant="link" onClick={onSeen}>
        Seen<span className="visually-hidden"> who {words}</span>
      </Button>
      <Button size="sm" variant="outline-primary" onClick={write}>
        Write to these
      </Button>
    </li>
  );
}

/** Assignments that are marked in part, and feedback that was to go and did not. */
export function MarkingLines() {
  const { world } = useVine();
  const halfDone = useHalfDone();
  const unsent = useKept((read) => read.unsentFeedback(), []) ?? [];
  return (
    <>
      {unsent.map(({ assignmentId, students }) => (
        <li key={`unsent ${assignmentId}`}>
          <div className="line-main">
            Feedback on “{world.assignments.get(assignmentId)?.title}” did not go to{" "}
            <strong>{counted(students, "student")}</strong>
          </div>
          <Link className="btn btn-outline-primary btn-sm" href={`/marking/${assignmentId}`}>
            See why
          </Link>
        </li>
      ))}
      {halfDone.map(({ id, title }) => (
        <li key={`half ${id}`}>
          <div className="line-main">The marking of “{title}” is half done</div>
          <Link className="btn btn-outline-primary btn-sm" href={`/marking/${id}`}>
            Go on
          </Link>
        </li>
      ))}
    </>
  );
}

/** Views that came in and that nobody knows whom they are about. */
export function ViewsLine() {
  const { world } = useVine();
  return [...viewsOfNobody(world)].map(([assignmentId, count]) => (
    <li key={assignmentId}>
      <div className="line-main">
        <strong>{counted(count, "view")}</strong> of “{world.assignments.get(assignmentId)?.title}” came with a number
        that no student has
      </div>
      <Link className="btn btn-outline-primary btn-sm" href={`/marking/${assignmentId}`}>
        Say whose
      </Link>
    </li>
  ));
}
