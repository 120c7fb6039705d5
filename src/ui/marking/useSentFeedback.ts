"use client";
import { useEffect, useState } from "react";
import { sameData } from "@/core/change/change";
import { NEVER_ARRIVED } from "@/core/delivery/letterState";
import type { Letter } from "@/core/delivery/round";
import { feedbackNoteId } from "@/core/marking/feedbackNote";
import type { Score } from "@/core/model/score";
import type { Queries } from "@/office/open/queries";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** What a student's family has had of the feedback on an assignment. */
export interface SentFeedback {
  /** When the last of it was made, ms since the epoch. */
  readonly at: number;
  readonly letters: readonly Letter[];
  /** The score as it was sent. */
  readonly score: Score | undefined;
}

/** The feedback on an assignment that was sent, by student. */
export function useSentFeedback(assignmentId: string): ReadonlyMap<string, SentFeedback> {
  const { office } = useVine();
  const letters = useKept((read) => read.lettersOfNote(feedbackNoteId(assignmentId)), [assignmentId]);
  const [sent, setSent] = useState<ReadonlyMap<string, SentFeedback>>(new Map());
  useEffect(() => {
    let isWanted = true;
    // What was sent stays what it was: it is looked up when something more was sent, and not with every mark.
    void office.read.pastOfAssignment(assignmentId).then((past) => {
      if (!isWanted) return;
      const found = new Map<string, SentFeedback>();
      for (const { letter, madeAt } of letters ?? []) {
        if (NEVER_ARRIVED.includes(letter.state)) continue;
        const known = found.get(letter.studentId);
        const at = Math.max(known?.at ?? 0, madeAt);
        const score = scoreAt(past, at, letter.studentId, office.world.scoreColumns.get(assignmentId)?.scores);
        const all = [...(known?.letters ?? []), letter];
        found.set(letter.studentId, { at, letters: all, score });
      }
      setSent(found);
    });
    return () => {
      isWanted = false;
    };
  }, [office, assignmentId, letters]);
  return sent;
}

type Past = Awaited<ReturnType<Queries["pastOfAssignment"]>>;

/** The score of a student as it stood at a moment: what the first change after it replaced. */
function scoreAt(past: Past, at: number, studentId: string, now: Record<string, Score> = {}): Score | undefined {
  for (const { at: changedAt, before } of past) {
    if (changedAt <= at) continue;
    if (before === "none") return undefined;
    if (studentId in before) return before[studentId] ?? undefined;
  }
  return now[studentId];
}

/** Whether what a student would read is another thing now than what was sent. */
export function isChanged({ score }: SentFeedback, now: Score | undefined): boolean {
  return !sameData(withoutBank(score), withoutBank(now));
}

/** From which sentences of the bank a comment was made is seen by nobody. */
function withoutBank(score: Score | undefined): Score | undefined {
  if (!score) return undefined;
  const { bankIds: _bankIds, ...rest } = score;
  return rest;
}
