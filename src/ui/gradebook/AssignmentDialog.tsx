"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { adding, sameData, setRows } from "@/core/change/change";
import { beginAssignment, removeAssignment } from "@/core/gradebook/beginAssignment";
import { formatRubric, readRubric } from "@/core/marking/readRubric";
import { type Assignment, assignmentSchema } from "@/core/model/assignment";
import { classLabel } from "@/core/model/schoolClass";
import { titleKey } from "@/core/model/titleKey";
import type { World } from "@/core/model/world";
import { counted } from "@/core/words";
import { TotalRulePicker } from "@/ui/marking/TotalRulePicker";
import { useLeaving, useUnkept } from "@/ui/shared/LeavingProvider";
import { TermOptions } from "@/ui/shared/TermOptions";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

interface AssignmentDialogProps {
  readonly classId: string;
  readonly period: string;
  /** None for a new one. */
  readonly assignment: Assignment | undefined;
  readonly onClose: () => void;
}

/** Makes an assignment, or changes one. */
export function AssignmentDialog({ classId, period, assignment, onClose }: AssignmentDialogProps) {
  const { world, today, office } = useVine();
  const [newId] = useState(office.around.newId);
  const change = useChange();
  const leaving = useLeaving();
  const categories = world.classes.get(classId)?.categories ?? [];
  const [draft, setDraft] = useState<Assignment>(() => assignment ?? beginAssignment(world, classId, period, today));
  const [rubricText, setRubricText] = useState(formatRubric(assignment?.rubric));
  const rubric = readRubric(rubricText, draft.rubric ?? [], office.around.newId);
  const rubrics = [...world.rubrics.values()].sort((a, b) => a.name.localeCompare(b.name));
  const takeRubric = (id: string) => {
    const { criteria, totalRule, statementId } = world.rubrics.get(id) ?? {};
    set({ rubric: criteria, rubricId: criteria && id, totalRule, statementId });
    setRubricText(formatRubric(criteria));
  };
  const [begun] = useState({ draft, rubricText });
  useUnkept(!sameData(begun, { draft, rubricText }));
  const set = (part: Partial<Assignment>) => setDraft({ ...draft, ...part });
  const kept: Assignment = {
    ...draft,
    ...(rubric.ok && { rubric: rubric.criteria.length > 0 ? rubric.criteria : undefined }),
    title: draft.title.trim(),
    id: draft.id || newId,
  };
  const isWhole = rubric.ok && assignmentSchema.safeParse(kept).success && kept.title !== "";
  const [everywhere, setEverywhere] = useState(true);
  const others = assignment && titleKey(kept.title) !== titleKey(assignment.title) ? sharedWith(world, assignment) : [];
  const keep = async () => {
    const alike = everywhere ? others.map((one): [string, Assignment] => [one.id, { ...one, title: kept.title }]) : [];
    const wanted = assignment
      ? { assignments: setRows<"assignments">(world.assignments, [[kept.id, kept], ...alike]) }
      : adding("assignments", [kept]);
    const where = alike.length > 0 ? `, in ${counted(alike.length + 1, "class", "classes")}` : "";
    if (await change(wanted, `“${kept.title}” was ${assignment ? "changed" : "added"}${where}.`)) onClose();
  };
  return (
    <Modal show onHide={() => leaving(onClose)} animation={false} aria-labelledby="assignment-title">
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          if (isWhole) void keep();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="assignment-title">
            {assignment ? "Change this assignment" : "A new assignment"}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="d-grid gap-3">
          <Form.Group controlId="assignment-name">
            <Form.Label>Title</Form.Label>
            <Form.Control autoFocus value={draft.title} onChange={(event) => set({ title: event.target.value })} />
            {others.length > 0 && (
              <Form.Check
                id="assignment-everywhere"
                className="small mt-1"
                label={`Also in ${whereElse(world, others)} with the same work`}
                checked={everywhere}
                onChange={(event) => setEverywhere(event.target.checked)}
              />
            )}
          </Form.Group>
          <div className="two-fields">
            <Form.Group controlId="assignment-category">
              <Form.Label>Category</Form.Label>
              <Form.Select value={draft.categoryId} onChange={(event) => set({ categoryId: event.target.value })}>
                {categories.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </Form.Select>
            </Form.Group>
            <Form.Group controlId="assignment-term">
              <Form.Label>Term</Form.Label>
              <Form.Select value={draft.termId} onChange={(event) => set({ termId: event.target.value })}>
                <TermOptions />
              </Form.Select>
            </Form.Group>
            <Form.Group controlId="assignment-possible">
              <Form.Label>Points possible</Form.Label>
              <Form.Control
                type="number"
                min={0}
                step="any"
                value={draft.pointsPossible}
                onChange={(event) => set({ pointsPossible: Math.max(0, Number(event.target.value)) })}
              />
              {draft.pointsPossible === 0 && !draft.extraCredit && (
                <Form.Text>Only handed in or missing; in no average.</Form.Text>
              )}
            </Form.Group>
            <Form.Group controlId="assignment-due">
              <Form.Label>Due</Form.Label>
              <Form.Control
                type="date"
                value={draft.dueDate ?? ""}
                onChange={(event) => set({ dueDate: event.target.value || undefined })}
              />
            </Form.Group>
          </div>
          {rubrics.length > 0 && (
            <Form.Group controlId="assignment-rubric-kept">
              <Form.Label>Rubric</Form.Label>
              <Form.Select value={draft.rubricId ?? ""} onChange={(event) => takeRubric(event.target.value)}>
                <option value="">{draft.rubric && !draft.rubricId ? "its own" : "none"}</option>
                {rubrics.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </Form.Select>
              <Form.Text>It is copied: changing one later does not change the other.</Form.Text>
            </Form.Group>
          )}
          <Form.Group controlId="assignment-rubric">
            <Form.Label>Its criteria, one a line, with their levels and points</Form.Label>
            <Form.Control
              as="textarea"
              rows={3}
              placeholder="Method: beginning (1), developing (2), secure (3)"
              value={rubricText}
              isInvalid={!rubric.ok}
              aria-describedby="assignment-rubric-problem"
              onChange={(event) => setRubricText(event.target.value)}
            />
            <Form.Text id="assignment-rubric-problem" className="text-danger" role="status">
              {!rubric.ok && `“${rubric.line}”: ${rubric.problem}`}
            </Form.Text>
          </Form.Group>
          {rubric.ok && rubric.criteria.length > 0 && (
            <Form.Group controlId="assignment-total">
              <Form.Label>Its score</Form.Label>
              <TotalRulePicker value={draft.totalRule ?? "none"} onChange={(totalRule) => set({ totalRule })} />
            </Form.Group>
          )}
          <Form.Check
            id="assignment-extra"
            label="Extra credit: points are added, nothing to what is possible"
            checked={draft.extraCredit}
            onChange={(event) => set({ extraCredit: event.target.checked })}
          />
        </Modal.Body>
        <Modal.Footer>
          {assignment && (
            <Button
              variant="link"
              className="me-auto text-danger"
              onClick={() => {
                onClose();
                void change(
                  (now) => removeAssignment(assignment, now),
                  `“${assignment.title}” was deleted with its scores.`,
                );
              }}
            >
              Delete with its scores
            </Button>
          )}
          <Button type="submit" disabled={!isWhole}>
            {assignment ? "Keep the change" : "Add it"}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}

/** The same work in other classes: what has its title in its term. */
function sharedWith({ assignments }: World, { id, title, termId }: Assignment): Assignment[] {
  return [...assignments.values()].filter(
    (one) => one.id !== id && one.termId === termId && titleKey(one.title) === titleKey(title),
  );
}

/** One class by its name, several by how many they are. */
function whereElse({ classes }: World, [first, ...others]: readonly Assignment[]): string {
  const schoolClass = classes.get(first?.classId ?? "");
  return others.length === 0 && schoolClass ? classLabel(schoolClass) : `the ${others.length + 1} other classes`;
}
