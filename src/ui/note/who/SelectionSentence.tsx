"use client";
import { X } from "lucide-react";
import { Button } from "react-bootstrap";
import type { Audience } from "@/core/model/audience";
import type { Note } from "@/core/model/note";
import { classLabel } from "@/core/model/schoolClass";
import type { Selection } from "@/core/model/selection";
import { fullName } from "@/core/model/student";
import type { NotePeople } from "@/core/selection/planNote";
import { TermOptions } from "@/ui/shared/TermOptions";
import { useVine } from "@/ui/shared/VineContext";
import { AddCondition, ConditionParts, TakeOut } from "./ConditionParts";

interface SelectionSentenceProps {
  readonly note: NotePeople;
  readonly onChange: (part: Partial<Note>) => void;
}

/** The selection as a sentence whose underlined parts are pickers: nothing that is in force is hidden. */
export function SelectionSentence({ note, onChange }: SelectionSentenceProps) {
  const { world } = useVine();
  const { selection } = note;
  const set = (part: Partial<Selection>) => onChange({ selection: { ...selection, ...part } });
  const added = selection.addedStudentIds.flatMap((id) => world.students.get(id) ?? []);
  const without = selection.leftOutStudentIds.flatMap((id) => world.students.get(id) ?? []).map(fullName);
  return (
    <div className="sentence">
      To <AudiencePicker note={note} onChange={onChange} /> in <ClassPicker selection={selection} onChange={set} />
      <ConditionParts match={selection.match} conditions={selection.conditions} onChange={set} /> in{" "}
      <select aria-label="Term" value={selection.period} onChange={(event) => set({ period: event.target.value })}>
        <TermOptions wholeYear="the whole year" />
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
      <AddCondition match={selection.match} conditions={selection.conditions} onChange={set} />
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
