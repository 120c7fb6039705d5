"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { adding, removing, sameData, updating } from "@/core/change/change";
import { mostOf } from "@/core/figures/rubricTotal";
import { readRubric } from "@/core/marking/readRubric";
import { takeOverRubric } from "@/core/marking/takeOverRubric";
import { type Criterion, MOST_CRITERIA } from "@/core/model/criterion";
import { type Rubric, rubricSchema } from "@/core/model/rubric";
import { classLabel } from "@/core/model/schoolClass";
import { useLeaving, useUnkept } from "@/ui/shared/LeavingProvider";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { CriterionFields } from "./CriterionFields";
import { TotalRulePicker } from "./TotalRulePicker";

interface RubricDialogProps {
  /** None for a new one. */
  readonly rubric: Rubric | undefined;
  readonly onClose: () => void;
  readonly onKept?: (id: string) => void;
}

/** A rubric kept by name: its criteria, their levels with points and sentences. Assignments that use it have copies of their own. */
export function RubricDialog({ rubric, onClose, onKept }: RubricDialogProps) {
  const { world, office } = useVine();
  const change = useChange();
  const leaving = useLeaving();
  const { newId } = office.around;
  const [draft, setDraft] = useState<Rubric>(
    () => rubric ?? { id: newId(), name: "", criteria: [newCriterion(newId)], totalRule: "sum" },
  );
  const [begun] = useState(draft);
  const [pasted, setPasted] = useState("");
  const [pastes, setPastes] = useState(false);
  const [takenOver, setTakenOver] = useState<readonly string[]>([]);
  useUnkept(!sameData(begun, draft));
  const set = (part: Partial<Rubric>) => setDraft({ ...draft, ...part });
  const setCriterion = (place: number, next: Criterion) =>
    set({ criteria: draft.criteria.map((one, at) => (at === place ? next : one)) });
  const using = [...world.assignments.values()].filter(({ rubricId }) => rubricId === draft.id);
  const labelOf = (classId: string) => {
    const schoolClass = world.classes.get(classId);
    return schoolClass ? classLabel(schoolClass) : "";
  };
  const markedIn = (id: string) =>
    Object.values(world.scoreColumns.get(id)?.scores ?? {}).filter((one) => one.levels).length;
  const read = readRubric(pasted, draft.criteria, newId);
  const problem = problemIn(draft);
  const keep = async (copy: boolean) => {
    const kept = copy ? { ...draft, id: newId(), name: `${draft.name} (copy)` } : draft;
    const also = using.filter(({ id }) => takenOver.includes(id));
    const done = await change(
      (now) => ({
        ...(rubric && !copy ? updating("rubrics", rubric, kept) : adding("rubrics", [kept])),
        ...(!copy && also.length > 0 && takeOverRubric(kept, also, now)),
      }),
      `The rubric “${kept.name}” was kept.`,
    );
    if (!done) return;
    onKept?.(kept.id);
    onClose();
  };
  return (
    <Modal show onHide={() => leaving(onClose)} size="xl" scrollable animation={false} aria-labelledby="rubric-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="rubric-title">
          {rubric ? "Rubric" : "A new rubric"}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body className="d-grid gap-3">
        <div className="two-fields">
          <Form.Group controlId="rubric-name">
            <Form.Label>Name</Form.Label>
            <Form.Control value={draft.name} maxLength={100} onChange={(event) => set({ name: event.target.value })} />
          </Form.Group>
          <Form.Group controlId="rubric-total">
            <Form.Label>The score is</Form.Label>
            <TotalRulePicker value={draft.totalRule} onChange={(totalRule) => set({ totalRule })} />
          </Form.Group>
          <Form.Group controlId="rubric-statement">
            <Form.Label>Statement by the range of the total</Form.Label>
            <Form.Select
              value={draft.statementId ?? ""}
              onChange={(event) => set({ statementId: event.target.value || undefined })}
            >
              <option value="">none</option>
              {[...world.statements.values()].map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
        </div>
        {draft.criteria.map((criterion, place) => (
          <CriterionFields
            key={criterion.id}
            criterion={criterion}
            place={place}
            newId={newId}
            onChange={(next) => setCriterion(place, next)}
            onRemove={
              draft.criteria.length > 1
                ? () => set({ criteria: draft.criteria.filter((_one, at) => at !== place) })
                : undefined
            }
          />
        ))}
        <div className="d-flex flex-wrap gap-2">
          <Button
            size="sm"
            variant="outline-primary"
            disabled={draft.criteria.length >= MOST_CRITERIA}
            onClick={() => set({ criteria: [...draft.criteria, newCriterion(newId, draft.criteria.at(-1))] })}
          >
            Add a criterion
          </Button>
          <Button size="sm" variant="link" aria-expanded={pastes} onClick={() => setPastes(!pastes)}>
            Read it from a table
          </Button>
        </div>
        {pastes && (
          <div>
            <Form.Label htmlFor="rubric-paste" className="small">
              Paste a table from a spreadsheet: the levels in the first row, with their points in brackets, then a
              criterion a row with its sentences. Or type a criterion a line: “Method: beginning (1), secure (3)”.
            </Form.Label>
            <Form.Control
              id="rubric-paste"
              as="textarea"
              rows={4}
              value={pasted}
              onChange={(event) => setPasted(event.target.value)}
              aria-describedby="rubric-paste-problem"
            />
            <div id="rubric-paste-problem" className="small text-danger" role="status">
              {pasted.trim() && !read.ok && `“${read.line}”: ${read.problem}`}
            </div>
            <Button
              size="sm"
              className="mt-2"
              disabled={!read.ok || read.criteria.length === 0}
              onClick={() => {
                if (!read.ok) return;
                set({ criteria: read.criteria });
                setPastes(false);
                setPasted("");
              }}
            >
              Put it in the place of these
            </Button>
          </div>
        )}
        {using.length > 0 && (
          <fieldset className="small">
            <legend className="small quiet">
              Assignments that use it have copies of their own: what was marked stays as it was. Change it there too?
            </legend>
            {using.map(({ id, title, classId }) => (
              <Form.Check
                key={id}
                id={`take-over-${id}`}
                label={`${title}, ${labelOf(classId)}: ${markedIn(id)} marked; their scores are rebuilt`}
                checked={takenOver.includes(id)}
                onChange={() =>
                  setTakenOver(takenOver.includes(id) ? takenOver.filter((one) => one !== id) : [...takenOver, id])
                }
              />
            ))}
          </fieldset>
        )}
      </Modal.Body>
      <Modal.Footer>
        {rubric && (
          <Button
            variant="link"
            onClick={async () => {
              if (await change(removing("rubrics", [rubric]), `The rubric “${rubric.name}” was deleted.`)) onClose();
            }}
          >
            Delete
          </Button>
        )}
        <span className="text-danger small me-auto" role="status">
          {problem}
        </span>
        {rubric && (
          <Button variant="link" disabled={problem !== ""} onClick={() => keep(true)}>
            Keep as a copy
          </Button>
        )}
        <Button disabled={problem !== ""} onClick={() => keep(false)}>
          Keep the rubric
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

/** A criterion to be filled in; it takes its levels from the one before. */
function newCriterion(newId: () => string, before?: Criterion): Criterion {
  const levels = before?.levels.length
    ? before.levels.map(({ label, points }) => ({ id: newId(), label, ...(points !== undefined && { points }) }))
    : ["beginning", "developing", "secure"].map((label, place) => ({ id: newId(), label, points: place + 1 }));
  return { id: newId(), name: "", levels };
}

function problemIn(draft: Rubric): string {
  if (!draft.name.trim()) return "The rubric needs a name.";
  const open = draft.criteria.find(({ name, levels }) => !name.trim() || levels.some(({ label }) => !label.trim()));
  if (open) return open.name.trim() ? `A level of “${open.name}” needs its words.` : "A criterion needs a name.";
  const names = draft.criteria.map(({ name }) => name.trim().toLowerCase());
  if (new Set(names).size < names.length) return "Two criteria have the same name.";
  if (draft.totalRule !== "none" && draft.criteria.every((one) => mostOf(one) === undefined))
    return "The levels have no points to make a score of.";
  return rubricSchema.safeParse(draft).success ? "" : "A criterion needs two to ten levels, or free points.";
}
