"use client";
import { X } from "lucide-react";
import { Button } from "react-bootstrap";
import type { Audience, Note } from "@/core/model/note";
import { classLabel } from "@/core/model/schoolClass";
import { fullName } from "@/core/model/student";
import { WHOLE_YEAR } from "@/core/model/term";
import type { Condition, ConditionGroup, MatchRule, SelectionPart } from "@/core/selection/condition";
import type { Selection } from "@/core/selection/selection";
import { TermOptions } from "@/ui/shared/TermOptions";
import { useVine } from "@/ui/shared/VineContext";
import type { NotePeople } from "@/workers/engine/noteView";
import { CONDITION_OFFERS, ConditionPicker } from "./ConditionPicker";

interface SelectionSentenceProps {
  readonly note: NotePeople;
  readonly onChange: (part: Partial<Note>) => void;
}

/** The selection as a sentence whose underlined parts are pickers: nothing that is in force is hidden. */
export function SelectionSentence({ note, onChange }: SelectionSentenceProps) {
  const { world } = useVine();
  const { selection } = note;
  const set = (part: Partial<Selection>) => onChange({ selection: { ...selection, ...part } });
  const setPart = (place: number, part: SelectionPart) =>
    set({ conditions: selection.conditions.map((known, at) => (at === place ? part : known)) });
  const addPart = (part: SelectionPart) => set({ conditions: [...selection.conditions, part] });
  const removePart = (place: number) => set({ conditions: selection.conditions.filter((_one, at) => at !== place) });
  const added = selection.addedStudentIds.flatMap((id) => world.students.get(id) ?? []);
  const without = selection.leftOutStudentIds.flatMap((id) => world.students.get(id) ?? []).map(fullName);
  return (
    <div className="sentence">
      To <AudiencePicker note={note} onChange={onChange} /> in <ClassPicker selection={selection} onChange={set} />
      {selection.conditions.map((part, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a condition has no name but its place
        <span key={place}>
          {place === 0 ? (
            <FirstMatch
              match={selection.match}
              count={selection.conditions.length}
              onChange={(match) => set({ match })}
            />
          ) : (
            <MatchPicker match={selection.match} label="All or any" onChange={(match) => set({ match })} />
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
      ))}{" "}
      in{" "}
      <select aria-label="Term" value={selection.period} onChange={(event) => set({ period: event.target.value })}>
        <TermOptions />
        <option value={WHOLE_YEAR}>the whole year</option>
      </select>
      {added.length > 0 && (
        <span data-private>
          ; and{" "}
          {added.map((student) => (
            <span key={student.id}>
              {fullName(student)}
              <TakeOut
                label={`Take ${fullName(student)} out again`}
                onClick={() => set({ addedStudentIds: selection.addedStudentIds.filter((id) => id !== student.id) })}
              />
            </span>
          ))}
        </span>
      )}
      {without.length > 0 && <span data-private>; without {without.join(", ")}</span>}.
      <div className="lh-sm small d-flex gap-2 mt-1">
        <OfferPicker label="Add a condition" onChoose={(condition) => addPart(condition)} />
        <Button
          variant="link"
          size="sm"
          onClick={() => addPart({ kind: "group", match: "any", conditions: [{ kind: "missing", atLeast: 1 }] })}
        >
          add brackets
        </Button>
      </div>
    </div>
  );
}

function TakeOut({ label, onClick }: { label: string; onClick: () => void }) {
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

const AUDIENCES: readonly { words: string; audience: Audience }[] = [
  { words: "all guardians of students", audience: { guardians: "all", students: false } },
  { words: "the first guardian of students", audience: { guardians: "first", students: false } },
  { words: "students", audience: { guardians: "none", students: true } },
  { words: "students and all their guardians", audience: { guardians: "all", students: true } },
  { words: "students and their first guardian", audience: { guardians: "first", students: true } },
];

function AudiencePicker({ note, onChange }: SelectionSentenceProps) {
  const chosen = AUDIENCES.findIndex(
    ({ audience }) => audience.guardians === note.audience.guardians && audience.students === note.audience.students,
  );
  return (
    <select
      aria-label="Recipients"
      value={chosen}
      onChange={(event) => onChange({ audience: AUDIENCES[Number(event.target.value)]?.audience })}
    >
      {AUDIENCES.map(({ words }, place) => (
        <option key={words} value={place}>
          {words}
        </option>
      ))}
    </select>
  );
}

function ClassPicker({ selection, onChange }: { selection: Selection; onChange: (part: Partial<Selection>) => void }) {
  const { world } = useVine();
  const { classIds } = selection;
  const chosen = classIds === "all" ? "all" : (classIds[0] ?? "");
  const several = classIds !== "all" && classIds.length > 1;
  const unused = classIds === "all" ? [] : [...world.classes.values()].filter(({ id }) => !classIds.includes(id));
  const option = (id: string) => {
    const schoolClass = world.classes.get(id);
    return (
      <option key={id} value={id}>
        {schoolClass ? classLabel(schoolClass) : "a class that is not there any more"}
      </option>
    );
  };
  return (
    <>
      {several ? (
        classIds.map((id) => (
          <span key={id}>
            <strong>
              {classLabel(world.classes.get(id) ?? { name: "a class that is not there any more", block: "" })}
            </strong>
            <Button
              variant="link"
              size="sm"
              aria-label="Take this class out"
              onClick={() => onChange({ classIds: classIds.filter((known) => known !== id) })}
            >
              <X size={14} aria-hidden />
            </Button>{" "}
          </span>
        ))
      ) : (
        <select
          aria-label="Classes"
          value={chosen}
          onChange={(event) => onChange({ classIds: event.target.value === "all" ? "all" : [event.target.value] })}
        >
          <option value="all">all classes</option>
          {[...world.classes.keys()].map(option)}
        </select>
      )}
      {unused.length > 0 && classIds !== "all" && (
        <>
          {" "}
          <select
            aria-label="One more class"
            value=""
            onChange={(event) => onChange({ classIds: [...classIds, event.target.value] })}
          >
            <option value="" disabled>
              + class
            </option>
            {unused.map(({ id }) => option(id))}
          </select>
        </>
      )}
    </>
  );
}
