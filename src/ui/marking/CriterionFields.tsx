"use client";
import { Button, Form } from "react-bootstrap";
import { useFieldArray, useFormContext, useWatch } from "react-hook-form";
import { FieldProblem } from "@/ui/shared/form/FieldProblem";
import { typedNumber } from "@/ui/shared/form/typedNumber";
import type { FilledCriterion, FilledRubric } from "./rubricForm";

interface CriterionFieldsProps {
  readonly place: number;
  readonly newId: () => string;
  readonly onChange: (criterion: FilledCriterion) => void;
  /** None where it is the only one. */
  readonly onRemove: (() => void) | undefined;
}

const KINDS = { levels: "levels", tick: "yes or no", points: "free points" } as const;
const USUAL_MOST = 10;
const MOST_LEVELS = 10;

/** One criterion to be written: its name, how it is judged, its levels with points and the sentence that the student reads. */
export function CriterionFields({ place, newId, onChange, onRemove }: CriterionFieldsProps) {
  const path = `criteria.${place}` as const;
  const { control, register } = useFormContext<FilledRubric>();
  const criterion = useWatch({ control, name: path });
  const { fields: levels, append, remove } = useFieldArray({ control, name: `${path}.levels`, keyName: "key" });
  const number = place + 1;
  const setKind = (kind: string) => {
    const { most: _most, ...rest } = criterion;
    if (kind === "points") onChange({ ...rest, levels: [], most: USUAL_MOST });
    else
      onChange({
        ...rest,
        levels: (kind === "tick" ? ["no", "yes"] : ["beginning", "developing", "secure"]).map((label, points) => ({
          ...{ id: newId(), label, sentence: "" },
          points: kind === "tick" ? points : points + 1,
        })),
      });
  };
  const isTick = criterion.levels.map(({ label }) => label).join() === "no,yes";
  const kind = criterion.most !== undefined ? "points" : isTick ? "tick" : "levels";
  return (
    <fieldset className="card-person">
      <legend className="visually-hidden">Criterion {number}</legend>
      <div className="d-flex flex-wrap gap-2 align-items-center">
        <Form.Control
          size="sm"
          className="flex-grow-1 w-auto"
          aria-label={`Name of criterion ${number}`}
          placeholder="What is looked at, such as Method"
          maxLength={100}
          {...register(`${path}.name`)}
        />
        <Form.Select
          size="sm"
          className="w-auto"
          aria-label={`How criterion ${number} is judged`}
          value={kind}
          onChange={(event) => setKind(event.target.value)}
        >
          {Object.entries(KINDS).map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Form.Select>
        <label className="small">
          counts{" "}
          <input
            className="form-control form-control-sm is-number"
            type="number"
            step="any"
            aria-label={`How many times criterion ${number} counts`}
            {...register(`${path}.weight`, { setValueAs: typedNumber })}
          />{" "}
          times
        </label>
        {onRemove && (
          <Button size="sm" variant="link" onClick={onRemove} aria-label={`Take out criterion ${number}`}>
            Take out
          </Button>
        )}
      </div>
      <FieldProblem<FilledRubric> name={`${path}.name`} />
      <FieldProblem<FilledRubric> name={`${path}.weight`} />
      {criterion.most !== undefined && (
        <label className="small mt-2">
          up to{" "}
          <input
            className="form-control form-control-sm is-number"
            type="number"
            step="any"
            aria-label={`Most points of criterion ${number}`}
            {...register(`${path}.most`, { setValueAs: (typed) => typedNumber(typed) ?? 0 })}
          />{" "}
          points
          <FieldProblem<FilledRubric> name={`${path}.most`} />
        </label>
      )}
      <div className="level-fields">
        {levels.map(({ key }, at) => (
          <div key={key}>
            <div className="d-flex gap-1">
              <Form.Control
                size="sm"
                aria-label={`Level ${at + 1} of criterion ${number}`}
                maxLength={100}
                {...register(`${path}.levels.${at}.label`)}
              />
              <input
                className="form-control form-control-sm is-number"
                type="number"
                step="any"
                aria-label={`Points of level ${at + 1} of criterion ${number}`}
                {...register(`${path}.levels.${at}.points`, { setValueAs: typedNumber })}
              />
              {levels.length > 2 && (
                <Button
                  size="sm"
                  variant="link"
                  aria-label={`Take level ${at + 1} of criterion ${number} out`}
                  onClick={() => remove(at)}
                >
                  ×
                </Button>
              )}
            </div>
            <FieldProblem<FilledRubric> name={`${path}.levels.${at}.label`} />
            <FieldProblem<FilledRubric> name={`${path}.levels.${at}.points`} />
            <Form.Control
              size="sm"
              as="textarea"
              rows={2}
              maxLength={1000}
              aria-label={`Sentence of level ${at + 1} of criterion ${number}`}
              placeholder="What the student reads"
              {...register(`${path}.levels.${at}.sentence`)}
            />
          </div>
        ))}
        {criterion.most === undefined && levels.length < MOST_LEVELS && (
          <Button
            size="sm"
            variant="link"
            className="align-self-start"
            onClick={() => {
              const points = (criterion.levels.at(-1)?.points ?? 0) + 1;
              append({ id: newId(), label: "", points, sentence: "" });
            }}
          >
            Add a level
          </Button>
        )}
      </div>
    </fieldset>
  );
}
