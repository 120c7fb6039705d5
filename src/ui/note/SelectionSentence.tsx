"use client";
import { X } from "lucide-react";
import { Button } from "react-bootstrap";
import type { Audience, Note } from "@/core/model/note";
import { classLabel } from "@/core/model/schoolClass";
import { fullName } from "@/core/model/student";
import { WHOLE_YEAR } from "@/core/model/term";
import type { Comparison, Condition } from "@/core/selection/condition";
import type { Selection } from "@/core/selection/selection";
import { TermOptions } from "@/ui/shared/TermOptions";
import { useVine } from "@/ui/shared/VineContext";
import type { NotePeople } from "@/workers/engine/noteView";

interface SelectionSentenceProps {
  readonly note: NotePeople;
  readonly onChange: (part: Partial<Note>) => void;
}

/** The selection as a sentence whose underlined parts are pickers: nothing that is in force is hidden. */
export function SelectionSentence({ note, onChange }: SelectionSentenceProps) {
  const { world } = useVine();
  const { selection } = note;
  const set = (part: Partial<Selection>) => onChange({ selection: { ...selection, ...part } });
  const setCondition = (place: number, condition: Condition) =>
    set({ conditions: selection.conditions.map((known, at) => (at === place ? condition : known)) });
  const without = selection.leftOutStudentIds.flatMap((id) => world.students.get(id) ?? []).map(fullName);
  return (
    <div className="sentence">
      To <AudiencePicker note={note} onChange={onChange} /> in <ClassPicker selection={selection} onChange={set} />
      {selection.conditions.map((condition, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a condition has no name but its place
        <span key={place}>
          {place === 0 ? (
            " "
          ) : (
            <>
              {" "}
              <select
                aria-label="All or any"
                value={selection.match}
                onChange={(event) => set({ match: event.target.value as Selection["match"] })}
              >
                <option value="all">and</option>
                <option value="any">or</option>
              </select>{" "}
            </>
          )}
          <ConditionPicker condition={condition} onChange={(next) => setCondition(place, next)} />
          <Button
            variant="link"
            size="sm"
            aria-label="Take this condition out"
            onClick={() => set({ conditions: selection.conditions.filter((_, at) => at !== place) })}
          >
            <X size={14} aria-hidden />
          </Button>
        </span>
      ))}{" "}
      in{" "}
      <select aria-label="Term" value={selection.period} onChange={(event) => set({ period: event.target.value })}>
        <TermOptions />
        <option value={WHOLE_YEAR}>the whole year</option>
      </select>
      {without.length > 0 && <span data-private>; without {without.join(", ")}</span>}.
      <div className="lh-sm small">
        Add a condition:{" "}
        <Button
          variant="link"
          size="sm"
          onClick={() =>
            set({ conditions: [...selection.conditions, { kind: "overall", comparison: "below", percent: 70 }] })
          }
        >
          average
        </Button>
        <Button
          variant="link"
          size="sm"
          onClick={() => set({ conditions: [...selection.conditions, { kind: "missing", atLeast: 2 }] })}
        >
          missing work
        </Button>
      </div>
    </div>
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

function ConditionPicker({ condition, onChange }: { condition: Condition; onChange: (condition: Condition) => void }) {
  if (condition.kind === "missing") {
    return (
      <>
        who miss at least{" "}
        <input
          type="number"
          aria-label="Missing pieces"
          min={1}
          max={1000}
          value={condition.atLeast}
          onChange={(event) =>
            onChange({ ...condition, atLeast: within(Math.round(Number(event.target.value)), 1, 1000) })
          }
        />{" "}
        {condition.atLeast === 1 ? "piece" : "pieces"}
      </>
    );
  }
  return (
    <>
      whose overall average is{" "}
      <select
        aria-label="Comparison"
        value={condition.comparison}
        onChange={(event) => onChange({ ...condition, comparison: event.target.value as Comparison })}
      >
        <option>below</option>
        <option>at least</option>
      </select>{" "}
      <input
        type="number"
        aria-label="Percent"
        min={0}
        max={1000}
        step="any"
        value={condition.percent}
        onChange={(event) => onChange({ ...condition, percent: within(Number(event.target.value), 0, 1000) })}
      />{" "}
      %
    </>
  );
}

function within(value: number, low: number, high: number): number {
  return Number.isFinite(value) ? Math.min(high, Math.max(low, value)) : low;
}
