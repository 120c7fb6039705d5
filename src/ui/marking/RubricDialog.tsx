"use client";
import { useMemo, useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { FormProvider, useFieldArray } from "react-hook-form";
import { adding, removing, updating } from "@/core/change/change";
import { takeOverRubric } from "@/core/marking/takeOverRubric";
import { MOST_CRITERIA } from "@/core/model/criterion";
import type { Rubric } from "@/core/model/rubric";
import { classLabel } from "@/core/model/schoolClass";
import { FormChoice } from "@/ui/shared/form/FormChoice";
import { FormField } from "@/ui/shared/form/FormField";
import { useCheckedForm } from "@/ui/shared/form/useCheckedForm";
import { useLeaving } from "@/ui/shared/LeavingProvider";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { CriterionFields } from "./CriterionFields";
import { PastedRubric } from "./PastedRubric";
import {
  type CheckedRubric,
  criterionFrom,
  type FilledCriterion,
  type FilledRubric,
  filledCriterion,
  filledRubric,
  rubricFormSchema,
} from "./rubricForm";
import { TotalRuleOptions } from "./TotalRuleOptions";

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
  const begun = useMemo(
    (): FilledRubric =>
      rubric ? filledRubric(rubric) : { name: "", criteria: [newCriterion(newId)], totalRule: "sum", statementId: "" },
    [rubric, newId],
  );
  const form = useCheckedForm<FilledRubric, CheckedRubric>(rubricFormSchema, begun);
  const { control, getValues } = form;
  const { fields, append, remove, replace, update } = useFieldArray({ control, name: "criteria", keyName: "key" });
  const [pastes, setPastes] = useState(false);
  const [takenOver, setTakenOver] = useState<readonly string[]>([]);
  const using = [...world.assignments.values()].filter(({ rubricId }) => rubricId === rubric?.id);
  const labelOf = (classId: string) => {
    const schoolClass = world.classes.get(classId);
    return schoolClass ? classLabel(schoolClass) : "";
  };
  const markedIn = (id: string) =>
    Object.values(world.scoreColumns.get(id)?.scores ?? {}).filter((one) => one.levels).length;
  const keep = (copy: boolean) =>
    form.handleSubmit(async (checked) => {
      const kept: Rubric = copy
        ? { ...checked, id: newId(), name: `${checked.name} (copy)` }
        : { ...checked, id: rubric?.id ?? newId() };
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
    });
  return (
    <Modal show onHide={() => leaving(onClose)} size="xl" scrollable animation={false} aria-labelledby="rubric-title">
      <FormProvider {...form}>
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="rubric-title">
            {rubric ? "Rubric" : "A new rubric"}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="d-grid gap-3">
          <div className="two-fields">
            <FormField<FilledRubric> name="name" label="Name" maxLength={100} />
            <FormChoice<FilledRubric> name="totalRule" label="The score is">
              <TotalRuleOptions />
            </FormChoice>
            <FormChoice<FilledRubric> name="statementId" label="Statement by the range of the total">
              <option value="">none</option>
              {[...world.statements.values()].map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </FormChoice>
          </div>
          {fields.map(({ key }, place) => (
            <CriterionFields
              key={key}
              place={place}
              newId={newId}
              onChange={(next) => update(place, next)}
              onRemove={fields.length > 1 ? () => remove(place) : undefined}
            />
          ))}
          <div className="d-flex flex-wrap gap-2">
            <Button
              size="sm"
              variant="outline-primary"
              disabled={fields.length >= MOST_CRITERIA}
              onClick={() => append(newCriterion(newId, getValues("criteria").at(-1)))}
            >
              Add a criterion
            </Button>
            <Button size="sm" variant="link" aria-expanded={pastes} onClick={() => setPastes(!pastes)}>
              Read it from a table
            </Button>
          </div>
          {pastes && (
            <PastedRubric
              before={getValues("criteria").map(criterionFrom)}
              newId={newId}
              onRead={(criteria) => {
                replace(criteria.map(filledCriterion));
                setPastes(false);
              }}
            />
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
              className="me-auto"
              onClick={async () => {
                if (await change(removing("rubrics", [rubric]), `The rubric “${rubric.name}” was deleted.`)) onClose();
              }}
            >
              Delete
            </Button>
          )}
          {rubric && (
            <Button variant="link" onClick={keep(true)}>
              Keep as a copy
            </Button>
          )}
          <Button onClick={keep(false)}>Keep the rubric</Button>
        </Modal.Footer>
      </FormProvider>
    </Modal>
  );
}

/** A criterion to be filled in; it takes its levels from the one before. */
function newCriterion(newId: () => string, before?: FilledCriterion): FilledCriterion {
  const levels = before?.levels.length
    ? before.levels.map(({ label, points }) => ({ id: newId(), label, points, sentence: "" }))
    : ["beginning", "developing", "secure"].map((label, place) => ({
        ...{ id: newId(), label, sentence: "" },
        points: place + 1,
      }));
  return { id: newId(), name: "", levels, weight: 1 };
}
