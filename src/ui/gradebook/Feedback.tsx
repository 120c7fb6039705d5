"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { editScores, withFeedback } from "@/core/gradebook/scoreEdit";
import { starterWords } from "@/core/letter/starterWords";
import type { Assignment } from "@/core/model/assignment";
import { formatScore, type Score } from "@/core/model/score";
import { byFamilyName, fullName, type Student } from "@/core/model/student";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

/** What is said to each student of one assignment: the levels of its rubric, and a comment. */
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
  const change = useChange();
  const [comment, setComment] = useState(score?.comment ?? "");
  const name = fullName(student);
  const say = (part: (before: Score | undefined) => Pick<Score, "comment" | "levels">) =>
    change((now) => {
      const before = now.scoreColumns.get(assignment.id)?.scores[student.id];
      const said = { comment: before?.comment, levels: before?.levels, ...part(before) };
      const edit = { assignmentId: assignment.id, studentId: student.id, score: withFeedback(before, said) };
      return editScores([edit], now);
    }, `What you said to ${name} was kept.`);
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
          <Form.Group key={criterion.id} controlId={`level-${student.id}-${criterion.id}`}>
            <Form.Label className="small mb-0">{criterion.name}</Form.Label>
            <Form.Select
              size="sm"
              value={score?.levels?.[criterion.id] ?? ""}
              onChange={({ target }) => {
                const level = target.value;
                void say((before) => {
                  const { [criterion.id]: _before, ...others } = before?.levels ?? {};
                  return { levels: level ? { ...others, [criterion.id]: level } : others };
                });
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
          onBlur={() => comment.trim() !== (score?.comment ?? "") && void say(() => ({ comment }))}
        />
      </div>
    </details>
  );
}
