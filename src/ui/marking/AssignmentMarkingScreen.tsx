"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { updating } from "@/core/change/change";
import type { Assignment } from "@/core/model/assignment";
import { Head } from "@/ui/frame/Head";
import { NotHere } from "@/ui/frame/NotHere";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { MarkingWorkspace } from "./MarkingWorkspace";
import { RubricDialog } from "./RubricDialog";

/** One assignment to be marked; one without a rubric is given one first, or marked by score and comment alone. */
export function AssignmentMarkingScreen({ assignmentId }: { assignmentId: string }) {
  const { world } = useVine();
  const [plainly, setPlainly] = useState(false);
  const assignment = world.assignments.get(assignmentId);
  const schoolClass = world.classes.get(assignment?.classId ?? "");
  if (!assignment || !schoolClass)
    return (
      <NotHere
        head="Marking"
        title="This assignment is not there"
        words="It may have been deleted. Choose another one under Marking."
      />
    );
  if (!assignment.rubric?.length && !plainly)
    return <ChooseRubric assignment={assignment} onPlainly={() => setPlainly(true)} />;
  return <MarkingWorkspace key={assignment.id} assignment={assignment} schoolClass={schoolClass} />;
}

function ChooseRubric({ assignment, onPlainly }: { assignment: Assignment; onPlainly: () => void }) {
  const { world } = useVine();
  const change = useChange();
  const [rubricId, setRubricId] = useState("");
  const [makes, setMakes] = useState(false);
  const rubrics = [...world.rubrics.values()].sort((a, b) => a.name.localeCompare(b.name));
  const take = () => {
    const rubric = world.rubrics.get(rubricId);
    if (!rubric) return;
    const { id, criteria, totalRule, statementId } = rubric;
    const next = { ...assignment, rubric: criteria, rubricId: id, totalRule, statementId };
    void change(updating("assignments", assignment, next), `“${assignment.title}” is marked by “${rubric.name}”.`);
  };
  return (
    <>
      <Head title={assignment.title} />
      <div className="screen-body">
        <div className="sheet d-grid gap-3" style={{ maxWidth: "36rem" }}>
          <h2>By which rubric is it marked?</h2>
          {rubrics.length > 0 ? (
            <div className="d-flex gap-2">
              <Form.Select aria-label="Rubric" value={rubricId} onChange={(event) => setRubricId(event.target.value)}>
                <option value="" disabled>
                  choose
                </option>
                {rubrics.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </Form.Select>
              <Button disabled={!rubricId} onClick={take}>
                Take it
              </Button>
            </div>
          ) : (
            <p className="quiet">There is no rubric yet. Make one; it is kept by name for other assignments too.</p>
          )}
          <div className="d-flex flex-wrap gap-2">
            <Button variant="outline-primary" onClick={() => setMakes(true)}>
              Make a rubric
            </Button>
            <Button variant="link" onClick={onPlainly}>
              Mark by score and comment alone
            </Button>
            <Link className="btn btn-link" href="/marking">
              All assignments
            </Link>
          </div>
        </div>
      </div>
      {makes && <RubricDialog rubric={undefined} onClose={() => setMakes(false)} onKept={setRubricId} />}
    </>
  );
}
