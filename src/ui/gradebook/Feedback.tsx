"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { editScores, withFeedback } from "@/core/gradebook/scoreEdit";
import { starterWords } from "@/core/letter/starterWords";
import type { Assignment } from "@/core/model/assignment";
import { formatScore, type Score } from "@/core/model/score";
import { byFamilyName, fullName, type Student } from "@/core/model/student";
import { useCreateNote } from "@/ui/note/useCreateNote";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

/** What is said to each student of one piece of work: the levels of its rubric, and a comment. */
export function Feedback({ assignmentId }: { assignmentId: string }) {
  const { world } = useVine();
  const createNote = useCreateNote();
  const assignment = world.assignments.get(assignmentId);
  if (!assignment) return null;
  const { studentIds = [] } = world.classes.get(assignment.classId) ?? {};
  const students = studentIds.flatMap((id) => world.students.get(id) ?? []).sort(byFamilyName);
  const scores = world.scoreColumns.get(assignmentId)?.scores ?? {};
  const said = students.filter(({ id }) => isSaid(scores[id])).map(({ id }) => id);
  return (
    <>
      <h3 className="mt-3">Feedback</h3>
      <p className="quiet small mb-1">
        Said to {said.length} of {students.length} students. Choose a name to say something.
      </p>
      <div data-private>
        {students.map((student) => (
          <StudentFeedback key={student.id} student={student} assignment={assignment} score={scores[student.id]} />
        ))}
      </div>
      {said.length > 0 && (
        <Button
          size="sm"
          variant="outline-primary"
          className="mt-2"
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

function StudentFeedback({
  student,
  assignment,
  score,
}: {
  student: Student;
  assignment: Assignment;
  score: Score | undefined;
}) {
  const { world } = useVine();
  const change = useChange();
  const [comment, setComment] = useState(score?.comment ?? "");
  const name = fullName(student);
  const say = (part: Pick<Score, "comment" | "levels">) =>
    change(
      editScores(
        [
          {
            assignmentId: assignment.id,
            studentId: student.id,
            score: withFeedback(score, { comment: score?.comment, levels: score?.levels, ...part }),
          },
        ],
        world,
      ),
      `What you said to ${name} is kept.`,
    );
  return (
    <details className="made">
      <summary>
        {name}{" "}
        <span className="quiet small">
          {[formatScore(score), isSaid(score) ? "said" : ""].filter(Boolean).join(", ")}
        </span>
      </summary>
      <div className="d-grid gap-2 py-2">
        {assignment.rubric?.map((criterion) => (
          <Form.Group key={criterion.name} controlId={`level-${student.id}-${criterion.name}`}>
            <Form.Label className="small mb-0">{criterion.name}</Form.Label>
            <Form.Select
              size="sm"
              value={score?.levels?.[criterion.name] ?? ""}
              onChange={({ target }) => {
                const { [criterion.name]: _before, ...others } = score?.levels ?? {};
                void say({ levels: target.value ? { ...others, [criterion.name]: target.value } : others });
              }}
            >
              <option value="">not judged</option>
              {criterion.levels.map((level) => (
                <option key={level}>{level}</option>
              ))}
            </Form.Select>
          </Form.Group>
        ))}
        <Form.Control
          as="textarea"
          rows={2}
          size="sm"
          aria-label={`Comment for ${name}`}
          placeholder="Comment"
          value={comment}
          onChange={(event) => setComment(event.target.value)}
          onBlur={() => comment.trim() !== (score?.comment ?? "") && void say({ comment })}
        />
      </div>
    </details>
  );
}
