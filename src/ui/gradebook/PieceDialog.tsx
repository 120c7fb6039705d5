"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { type Change, setRows } from "@/core/change/change";
import { freshId } from "@/core/matching/freshId";
import { type Assignment, assignmentSchema } from "@/core/model/assignment";
import { formatRubric, readRubric } from "@/core/model/rubric";
import { currentTerm, WHOLE_YEAR } from "@/core/model/term";
import type { World } from "@/core/model/world";
import { TermOptions } from "@/ui/shared/TermOptions";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

interface PieceDialogProps {
  readonly classId: string;
  readonly period: string;
  /** None for a new one. */
  readonly assignment: Assignment | undefined;
  readonly onClose: () => void;
}

/** Makes a piece of work, or changes one. */
export function PieceDialog({ classId, period, assignment, onClose }: PieceDialogProps) {
  const { world, today } = useVine();
  const change = useChange();
  const categories = world.classes.get(classId)?.categories ?? [];
  const termId = period === WHOLE_YEAR ? (currentTerm([...world.terms.values()], today)?.id ?? "") : period;
  const [draft, setDraft] = useState<Assignment>(
    assignment ?? {
      id: "",
      classId,
      termId,
      categoryId: categories[0]?.id ?? "",
      title: "",
      dueDate: today,
      pointsPossible: 20,
      extraCredit: false,
      order: Math.max(0, ...[...world.assignments.values()].map(({ order }) => order)) + 1,
    },
  );
  const [rubricText, setRubricText] = useState(formatRubric(assignment?.rubric));
  const rubric = readRubric(rubricText);
  const set = (part: Partial<Assignment>) => setDraft({ ...draft, ...part });
  const saved: Assignment = {
    ...draft,
    ...(rubric.ok && { rubric: rubric.rubric.length > 0 ? rubric.rubric : undefined }),
    title: draft.title.trim(),
    id: draft.id || freshId([classId, draft.termId, draft.title], (id) => world.assignments.has(id)),
  };
  const isWhole = rubric.ok && assignmentSchema.safeParse(saved).success && saved.title !== "";
  const save = async () => {
    onClose();
    await change(
      { assignments: setRows<"assignments">(world.assignments, [[saved.id, saved]]) },
      `“${saved.title}” is kept.`,
    );
  };
  return (
    <Modal show onHide={onClose} animation={false} aria-labelledby="piece-title">
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          if (isWhole) void save();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="piece-title">
            {assignment ? "Change this piece of work" : "A new piece of work"}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="d-grid gap-3">
          <Form.Group controlId="piece-name">
            <Form.Label>Title</Form.Label>
            <Form.Control autoFocus value={draft.title} onChange={(event) => set({ title: event.target.value })} />
          </Form.Group>
          <div className="two-fields">
            <Form.Group controlId="piece-category">
              <Form.Label>Category</Form.Label>
              <Form.Select value={draft.categoryId} onChange={(event) => set({ categoryId: event.target.value })}>
                {categories.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </Form.Select>
            </Form.Group>
            <Form.Group controlId="piece-term">
              <Form.Label>Term</Form.Label>
              <Form.Select value={draft.termId} onChange={(event) => set({ termId: event.target.value })}>
                <TermOptions />
              </Form.Select>
            </Form.Group>
            <Form.Group controlId="piece-possible">
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
            <Form.Group controlId="piece-due">
              <Form.Label>Due</Form.Label>
              <Form.Control
                type="date"
                value={draft.dueDate ?? ""}
                onChange={(event) => set({ dueDate: event.target.value || undefined })}
              />
            </Form.Group>
          </div>
          <Form.Group controlId="piece-rubric">
            <Form.Label>Rubric, if it has one: a criterion a line, with its levels</Form.Label>
            <Form.Control
              as="textarea"
              rows={3}
              placeholder="Method: beginning, developing, secure"
              value={rubricText}
              isInvalid={!rubric.ok}
              aria-describedby="piece-rubric-problem"
              onChange={(event) => setRubricText(event.target.value)}
            />
            <Form.Text id="piece-rubric-problem" className="text-danger" role="status">
              {!rubric.ok && `“${rubric.line}”: ${rubric.problem}`}
            </Form.Text>
          </Form.Group>
          <Form.Check
            id="piece-extra"
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
                void change(removal(assignment, world), `“${assignment.title}” is deleted with its scores.`);
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

function removal(assignment: Assignment, world: World): Change {
  const column = world.scoreColumns.get(assignment.id);
  const nothing = { added: {}, updated: {} };
  return {
    assignments: { ...nothing, removed: { [assignment.id]: assignment } },
    ...(column && { scoreColumns: { ...nothing, removed: { [assignment.id]: column } } }),
  };
}
