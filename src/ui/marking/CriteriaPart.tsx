"use client";
import { useEffect, useRef } from "react";
import { readMark } from "@/core/marking/pastedMarks";
import { type Criterion, levelOf, type Reached } from "@/core/model/criterion";

interface CriteriaPartProps {
  readonly rubric: readonly Criterion[];
  readonly reached: Reached | undefined;
  /** The place of the criterion that keys are for; after the last none is. */
  readonly at: number;
  readonly onAt: (place: number) => void;
  readonly onMark: (criterion: Criterion, mark: string | number | undefined) => void;
}

/** The criteria with their levels; the one that digits are for stands out, its levels as rows of words. */
export function CriteriaPart({ rubric, reached, at, onAt, onMark }: CriteriaPartProps) {
  return (
    <ol className="criteria">
      {rubric.map((criterion, place) => (
        <li key={criterion.id} className={place === at ? "is-at" : ""} onFocus={() => place !== at && onAt(place)}>
          <h3 id={`criterion-${criterion.id}`}>
            {criterion.name}
            {criterion.weight !== undefined && criterion.weight !== 1 && (
              <span className="quiet small"> counts {criterion.weight} times</span>
            )}
          </h3>
          {criterion.most === undefined ? (
            <fieldset className="levels" aria-labelledby={`criterion-${criterion.id}`}>
              {criterion.levels.map((level, index) => (
                <button
                  key={level.id}
                  type="button"
                  aria-pressed={reached?.[criterion.id] === level.id}
                  className={`mark-level ${reached?.[criterion.id] === level.id ? "is-chosen" : ""}`}
                  onClick={() => onMark(criterion, reached?.[criterion.id] === level.id ? undefined : level.id)}
                >
                  <kbd aria-hidden>{index + 1}</kbd>
                  <span>
                    <strong>{level.label}</strong>
                    {level.points !== undefined && place === at && <span className="quiet"> {level.points}</span>}
                    {level.sentence && place === at && <span className="level-sentence"> {level.sentence}</span>}
                  </span>
                </button>
              ))}
              {place !== at && <ChosenSentence criterion={criterion} reached={reached} />}
            </fieldset>
          ) : (
            <FreePoints
              criterion={criterion}
              mark={reached?.[criterion.id]}
              isAt={place === at}
              onMark={(points) => onMark(criterion, points)}
              onNext={() => onAt(place + 1)}
            />
          )}
        </li>
      ))}
    </ol>
  );
}

/** What the student reads for the level that was chosen. */
function ChosenSentence({ criterion, reached }: { criterion: Criterion; reached: Reached | undefined }) {
  const { sentence } = levelOf(criterion, reached) ?? {};
  return sentence ? <p className="level-sentence mb-0">{sentence}</p> : null;
}

interface FreePointsProps {
  readonly criterion: Criterion;
  readonly mark: string | number | undefined;
  readonly isAt: boolean;
  readonly onMark: (points: number | undefined) => void;
  readonly onNext: () => void;
}

/** Points typed for a criterion without levels; what is more than there can be is not taken. */
function FreePoints({ criterion, mark, isAt, onMark, onNext }: FreePointsProps) {
  const input = useRef<HTMLInputElement>(null);
  const shown = mark === undefined ? "" : String(mark);
  useEffect(() => {
    if (isAt && document.activeElement === document.body) input.current?.focus();
  }, [isAt]);
  useEffect(() => {
    const field = input.current;
    if (field && Number(field.value.replace(",", ".")) !== mark) field.value = shown;
  }, [mark, shown]);
  return (
    <div className="free-points">
      <input
        ref={input}
        className="form-control form-control-sm"
        inputMode="decimal"
        aria-labelledby={`criterion-${criterion.id}`}
        aria-describedby={`most-${criterion.id}`}
        defaultValue={shown}
        onChange={({ target }) => {
          const read = readMark(criterion, target.value);
          target.setCustomValidity(target.value.trim() && read === undefined ? "no points" : "");
          target.classList.toggle("is-invalid", !target.validity.valid);
          if (target.value.trim() === "") onMark(undefined);
          else if (typeof read === "number") onMark(read);
        }}
        onKeyDown={(event) => {
          if (event.key !== "Enter" && event.key !== "ArrowDown") return;
          event.preventDefault();
          event.stopPropagation();
          event.currentTarget.blur();
          onNext();
        }}
      />
      <span id={`most-${criterion.id}`} className="quiet">
        of {criterion.most} points
      </span>
    </div>
  );
}
