"use client";
import Link from "next/link";
import { Button } from "react-bootstrap";
import type { Score } from "@/core/model/score";
import { starterWords } from "@/core/starters/starterWords";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { useVine } from "@/ui/shared/VineContext";

/** What is said to each student of one assignment: the levels of its rubric, and a comment. */
export function Feedback({ assignmentId }: { assignmentId: string }) {
  const { world } = useVine();
  const createNote = useCreateNote();
  const assignment = world.assignments.get(assignmentId);
  if (!assignment) return null;
  const { studentIds = [] } = world.classes.get(assignment.classId) ?? {};
  const scores = world.scoreColumns.get(assignmentId)?.scores ?? {};
  const said = studentIds.filter((id) => isSaid(scores[id]));
  return (
    <>
      <h3 className="mt-3">Feedback</h3>
      <p className="quiet small mb-1">
        Said to {said.length} of {studentIds.length} students.
      </p>
      <Link className="btn btn-outline-primary btn-sm me-2" href={`/marking/${encodeURIComponent(assignmentId)}`}>
        Mark it
      </Link>
      {said.length > 0 && (
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() =>
            createNote(starterWords("feedback", assignment.title), {
              classIds: [assignment.classId],
              period: assignment.termId,
              conditions: [{ kind: "chosen", studentIds: said }],
            })
          }
        >
          Write a note with this feedback
        </Button>
      )}
    </>
  );
}

function isSaid(score: Score | undefined): boolean {
  return Boolean(score?.comment || score?.levels);
}
