"use client";
import { Button, Form } from "react-bootstrap";
import type { Criterion, Level } from "@/core/model/criterion";

interface CriterionFieldsProps {
  readonly criterion: Criterion;
  readonly place: number;
  readonly newId: () => string;
  readonly onChange: (criterion: Criterion) => void;
  /** None where it is the only one. */
  readonly onRemove: (() => void) | undefined;
}

const KINDS = { levels: "levels", tick: "yes or no", points: "free points" } as const;
const USUAL_MOST = 10;

/** One criterion to be written: its name, how it is judged, its levels with points and the sentence that the student reads. */
export function CriterionFields({ criterion, place, newId, onChange, onRemove }: CriterionFieldsProps) {
  const { levels, most } = criterion;
  const number = place + 1;
  const setLevel = (at: number, part: Partial<Level>) =>
    onChange({ ...criterion, levels: levels.map((level, one) => (one === at ? { ...level, ...part } : level)) });
  const setKind = (kind: string) => {
    const { most: _most, ...rest } = criterion;
    if (kind === "points") onChange({ ...rest, levels: [], most: USUAL_MOST });
    else
      onChange({
        ...rest,
        levels: (kind === "tick" ? ["no", "yes"] : ["beginning", "developing", "secure"]).map((label, points) => ({
          id: newId(),
          label,
          points: kind === "tick" ? points : points + 1,
        })),
      });
  };
  const kind = most !== undefined ? "points" : levels.map(({ label }) => label).join() === "no,yes" ? "tick" : "levels";
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
          value={criterion.name}
          onChange={(event) => onChange({ ...criterion, name: event.target.value })}
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
            min={0.0001}
            max={1000}
            step="any"
            aria-label={`How many times criterion ${number} counts`}
            value={criterion.weight ?? 1}
            onChange={({ target }) =>
              onChange({ ...criterion, weight: Number(target.value) > 0 ? Number(target.value) : undefined })
            }
          />{" "}
          times
        </label>
        {onRemove && (
          <Button size="sm" variant="link" onClick={onRemove} aria-label={`Take out criterion ${number}`}>
            Take out
          </Button>
        )}
      </div>
      {most !== undefined && (
        <label className="small mt-2">
          up to{" "}
          <input
            className="form-control form-control-sm is-number"
            type="number"
            min={0}
            step="any"
            aria-label={`Most points of criterion ${number}`}
            value={most}
            onChange={({ target }) => onChange({ ...criterion, most: Math.max(0, Number(target.value)) })}
          />{" "}
          points
        </label>
      )}
      <div className="level-fields">
        {levels.map((level, at) => (
          <div key={level.id}>
            <div className="d-flex gap-1">
              <Form.Control
                size="sm"
                aria-label={`Level ${at + 1} of criterion ${number}`}
                maxLength={100}
                value={level.label}
                onChange={(event) => setLevel(at, { label: event.target.value })}
              />
              <input
                className="form-control form-control-sm is-number"
                type="number"
                min={0}
                step="any"
                aria-label={`Points of level ${at + 1} of criterion ${number}`}
                value={level.points ?? ""}
                onChange={({ target }) =>
                  setLevel(at, { points: target.value === "" ? undefined : Math.max(0, Number(target.value)) })
                }
              />
              {levels.length > 2 && (
                <Button
                  size="sm"
                  variant="link"
                  aria-label={`Take level ${at + 1} of criterion ${number} out`}
                  onClick={() => onChange({ ...criterion, levels: levels.filter((_one, one) => one !== at) })}
                >
                  ×
                </Button>
              )}
            </div>
            <Form.Control
              size="sm"
              as="textarea"
              rows={2}
              maxLength={1000}
              aria-label={`Sentence of level ${at + 1} of criterion ${number}`}
              placeholder="What the student reads"
              value={level.sentence ?? ""}
              onChange={(event) => setLevel(at, { sentence: event.target.value || undefined })}
            />
          </div>
        ))}
        {most === undefined && levels.length < 10 && (
          <Button
            size="sm"
            variant="link"
            className="align-self-start"
            onClick={() =>
              onChange({
                ...criterion,
                levels: [...levels, { id: newId(), label: "", points: (levels.at(-1)?.points ?? 0) + 1 }],
              })
            }
          >
            Add a level
          </Button>
        )}
      </div>
    </fieldset>
  );
}
