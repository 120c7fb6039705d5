"use client";
import { useMemo, useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { FormProvider, useWatch } from "react-hook-form";
import { adding, setRows } from "@/core/change/change";
import { beginAssignment, removeAssignment } from "@/core/gradebook/beginAssignment";
import { formatRubric, readRubric } from "@/core/marking/readRubric";
import type { Assignment } from "@/core/model/assignment";
import { classLabel } from "@/core/model/schoolClass";
import { titleKey } from "@/core/model/titleKey";
import type { World } from "@/core/model/world";
import { counted } from "@/core/words";
import { TotalRuleOptions } from "@/ui/marking/TotalRuleOptions";
import { FormCheck } from "@/ui/shared/form/FormCheck";
import { FormChoice } from "@/ui/shared/form/FormChoice";
import { FormField } from "@/ui/shared/form/FormField";
import { useCheckedForm } from "@/ui/shared/form/useCheckedForm";
import { useLeaving } from "@/ui/shared/LeavingProvider";
import { TermOptions } from "@/ui/shared/TermOptions";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { assignmentFormSchema, type CheckedAssignment, type FilledAssignment, filledFrom } from "./assignmentForm";

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
  const { newId } = office.around;
  const change = useChange();
  const leaving = useLeaving();
  const [begun] = useState(() => assignment ?? { ...beginAssignment(world, classId, period, today), id: newId() });
  const schema = useMemo(() => assignmentFormSchema(newId), [newId]);
  const form = useCheckedForm<FilledAssignment, CheckedAssignment>(schema, filledFrom(begun));
  const { control, setValue } = form;
  const filled = useWatch({ control }) as FilledAssignment;
  const rubrics = [...world.rubrics.values()].sort((a, b) => a.name.localeCompare(b.name));
  const takeRubric = (id: string) => {
    const { criteria = [], totalRule = "none", statementId = "" } = world.rubrics.get(id) ?? {};
    setValue("rubric", criteria, { shouldDirty: true });
    setValue("rubricText", formatRubric(criteria), { shouldDirty: true, shouldValidate: form.formState.isSubmitted });
    setValue("totalRule", totalRule);
    setValue("statementId", statementId);
  };
  const read = readRubric(filled.rubricText, filled.rubric, newId);
  const isRenamed = titleKey(filled.title) !== titleKey(begun.title);
  const others = assignment && isRenamed && filled.title.trim() ? sharedWith(world, assignment) : [];
  const keep = form.handleSubmit(async ({ everywhere, ...checked }) => {
    const kept: Assignment = { ...begun, ...checked };
    const alike = everywhere ? others.map((one): [string, Assignment] => [one.id, { ...one, title: kept.title }]) : [];
    const wanted = assignment
      ? { assignments: setRows<"assignments">(world.assignments, [[kept.id, kept], ...alike]) }
      : adding("assignments", [kept]);
    const where = alike.length > 0 ? `, in ${counted(alike.length + 1, "class", "classes")}` : "";
    if (await change(wanted, `“${kept.title}” was ${assignment ? "changed" : "added"}${where}.`)) onClose();
  });
  return (
    <Modal show onHide={() => leaving(onClose)} animation={false} aria-labelledby="assignment-title">
      <FormProvider {...form}>
        <Form noValidate onSubmit={keep}>
          <Modal.Header closeButton>
            <Modal.Title as="h2" id="assignment-title">
              {assignment ? "Change this assignment" : "A new assignment"}
            </Modal.Title>
          </Modal.Header>
          <Modal.Body className="d-grid gap-3">
            <div>
              <FormField<FilledAssignment> name="title" label="Title" autoFocus />
              {others.length > 0 && (
                <FormCheck<FilledAssignment>
                  name="everywhere"
                  className="small mt-1"
                  label={`Also in ${whereElse(world, others)} with the same work`}
                />
              )}
            </div>
            <div className="two-fields">
              <FormChoice<FilledAssignment> name="categoryId" label="Category">
                {world.classes.get(classId)?.categories.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </FormChoice>
              <FormChoice<FilledAssignment> name="termId" label="Term">
                <TermOptions />
              </FormChoice>
              <FormField<FilledAssignment>
                name="pointsPossible"
                label="Points possible"
                type="number"
                hint={
                  filled.pointsPossible === 0 &&
                  !filled.extraCredit &&
                  "Only handed in or missing; it counts in no average."
                }
              />
              <FormField<FilledAssignment> name="dueDate" label="Due" type="date" />
            </div>
            {rubrics.length > 0 && (
              <FormChoice<FilledAssignment>
                name="rubricId"
                label="Rubric"
                hint="It is copied: changing one later does not change the other."
                onChosen={takeRubric}
              >
                <option value="">{filled.rubric.length > 0 && !filled.rubricId ? "its own" : "none"}</option>
                {rubrics.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </FormChoice>
            )}
            <FormField<FilledAssignment>
              name="rubricText"
              label="Its criteria, one a line, with their levels and points"
              type="lines"
              placeholder="Method: beginning (1), developing (2), secure (3)"
              hint={!read.ok && !form.formState.errors.rubricText && `“${read.line}”: ${read.problem}`}
            />
            {read.ok && read.criteria.length > 0 && (
              <FormChoice<FilledAssignment> name="totalRule" label="Its score">
                <TotalRuleOptions />
              </FormChoice>
            )}
            <FormCheck<FilledAssignment>
              name="extraCredit"
              label="Extra credit: points are added, nothing to what is possible"
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
            <Button type="submit">{assignment ? "Keep the change" : "Add it"}</Button>
          </Modal.Footer>
        </Form>
      </FormProvider>
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
