"use client";
import { X } from "lucide-react";
import { Button } from "react-bootstrap";
import type { Condition, ConditionGroup, MatchRule, SelectionPart } from "@/core/model/condition";
import { CONDITION_OFFERS } from "@/core/selection/conditionKinds";
import { ConditionPicker } from "./ConditionPicker";

interface Conditions {
  readonly match: MatchRule;
  readonly conditions: readonly SelectionPart[];
}

interface ConditionPartsProps extends Conditions {
  readonly onChange: (next: { match?: MatchRule; conditions?: SelectionPart[] }) => void;
}

/** Conditions as parts of a sentence, each with its pickers, joined by "and", "or" or "nor". */
export function ConditionParts({ match, conditions, onChange }: ConditionPartsProps) {
  const setPart = (place: number, part: SelectionPart) =>
    onChange({ conditions: conditions.map((known, at) => (at === place ? part : known)) });
  const removePart = (place: number) => onChange({ conditions: conditions.filter((_one, at) => at !== place) });
  return conditions.map((part, place) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: a condition has no name but its place
    <span key={place}>
      {place === 0 ? (
        <FirstMatch match={match} count={conditions.length} onChange={(next) => onChange({ match: next })} />
      ) : (
        <MatchPicker match={match} label="All or any" onChange={(next) => onChange({ match: next })} />
      )}
      {part.kind === "group" ? (
        <GroupPicker group={part} onChange={(next) => setPart(place, next)} onRemove={() => removePart(place)} />
      ) : (
        <>
          <ConditionPicker condition={part} onChange={(next) => setPart(place, next)} />
          <TakeOut label="Take this condition out" onClick={() => removePart(place)} />
        </>
      )}
    </span>
  ));
}

/** One condition more, or some in brackets. */
export function AddCondition({ conditions, onChange }: ConditionPartsProps) {
  const add = (part: SelectionPart) => onChange({ conditions: [...conditions, part] });
  return (
    <div className="lh-sm small d-flex gap-2 mt-1">
      <OfferPicker label="Add a condition" onChoose={add} />
      <Button
        variant="link"
        size="sm"
        onClick={() => add({ kind: "group", match: "any", conditions: [{ kind: "missing", atLeast: 1 }] })}
      >
        add brackets
      </Button>
    </div>
  );
}

export function TakeOut({ label, onClick }: { label: string; onClick: () => void }) {
  return (
    <Button variant="link" size="sm" aria-label={label} onClick={onClick}>
      <X size={14} aria-hidden />
    </Button>
  );
}

/** "none" cannot be said between two conditions, so it stands before the first. */
function FirstMatch({
  match,
  count,
  onChange,
}: {
  match: MatchRule;
  count: number;
  onChange: (match: MatchRule) => void;
}) {
  if (match !== "none" && count < 2) return " ";
  return match === "none" ? (
    <>
      {" "}
      <select aria-label="For whom" value="none" onChange={(event) => onChange(event.target.value as MatchRule)}>
        <option value="none">for whom it is not so:</option>
        <option value="all">for whom it is so:</option>
      </select>{" "}
    </>
  ) : (
    " "
  );
}

function MatchPicker({
  match,
  label,
  onChange,
}: {
  match: MatchRule;
  label: string;
  onChange: (match: MatchRule) => void;
}) {
  return (
    <>
      {" "}
      <select aria-label={label} value={match} onChange={(event) => onChange(event.target.value as MatchRule)}>
        <option value="all">and</option>
        <option value="any">or</option>
        <option value="none">nor</option>
      </select>{" "}
    </>
  );
}

/** Conditions in brackets, joined among themselves. */
function GroupPicker({
  group,
  onChange,
  onRemove,
}: {
  group: ConditionGroup;
  onChange: (group: ConditionGroup) => void;
  onRemove: () => void;
}) {
  const { match, conditions } = group;
  const remove = (place: number) => {
    const rest = conditions.filter((_one, at) => at !== place);
    if (rest.length === 0) onRemove();
    else onChange({ ...group, conditions: rest });
  };
  return (
    <span className="sentence-group">
      (
      {conditions.map((condition, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a condition has no name but its place
        <span key={place}>
          {place === 0 ? (
            <FirstMatch
              match={match}
              count={conditions.length}
              onChange={(next) => onChange({ ...group, match: next })}
            />
          ) : (
            <MatchPicker
              match={match}
              label="All or any in brackets"
              onChange={(next) => onChange({ ...group, match: next })}
            />
          )}
          <ConditionPicker
            condition={condition}
            onChange={(next) =>
              onChange({ ...group, conditions: conditions.map((one, at) => (at === place ? next : one)) })
            }
          />
          <TakeOut label="Take this condition out of the brackets" onClick={() => remove(place)} />
        </span>
      ))}
      <OfferPicker
        label="Add to the brackets"
        onChoose={(condition) => onChange({ ...group, conditions: [...conditions, condition] })}
      />
      )
    </span>
  );
}

/** Offers every kind of condition. */
function OfferPicker({ label, onChoose }: { label: string; onChoose: (condition: Condition) => void }) {
  return (
    <select
      className="offer"
      aria-label={label}
      value=""
      onChange={(event) => {
        const offer = CONDITION_OFFERS.find(({ words }) => words === event.target.value);
        if (offer) onChoose(offer.condition);
      }}
    >
      <option value="" disabled>
        {label.toLowerCase()} …
      </option>
      {CONDITION_OFFERS.map(({ words }) => (
        <option key={words}>{words}</option>
      ))}
    </select>
  );
}
