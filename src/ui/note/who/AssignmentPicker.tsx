"use client";
import { useMemo } from "react";
import { checklistMarkSchema } from "@/core/model/checklist";
import type { Condition, OwnComparison } from "@/core/model/condition";
import { extraColumnsOf, type OwnType, ownValueText } from "@/core/model/extraColumn";
import { byFamilyName, fullName } from "@/core/model/student";
import { titleKey } from "@/core/model/titleKey";
import { languageName } from "@/core/selection/reason";
import { useVine } from "@/ui/shared/VineContext";
import { Choice, Words } from "./Choice";

type Of<Kind extends Condition["kind"]> = Extract<Condition, { kind: Kind }>;

export interface PickerProps<Kind extends Condition["kind"]> {
  readonly condition: Of<Kind>;
  readonly onChange: (condition: Condition) => void;
}

/** The assignments by their titles, the latest first: one title may stand in several classes. */
export function AssignmentPicker({ value, onChange }: { value: string; onChange: (title: string) => void }) {
  const { world } = useVine();
  const titles = useMemo(() => {
    const latest = [...world.assignments.values()].sort((a, b) => (b.dueDate ?? "").localeCompare(a.dueDate ?? ""));
    return [...new Set(latest.map(({ title }) => title))];
  }, [world.assignments]);
  return (
    <Choice
      label="Assignment"
      value={value}
      options={titles.map((title) => ({ value: title, words: title }))}
      onChange={onChange}
    />
  );
}

export function GradeLabelCondition({ condition, onChange }: PickerProps<"grade label">) {
  const { world } = useVine();
  const labels = [...new Set([...world.gradeScales.values()].flatMap(({ bands }) => bands.map(({ label }) => label)))];
  return (
    <>
      whose letter grade is{" "}
      {condition.labels.map((label) => (
        <button
          key={label}
          type="button"
          className="btn btn-link btn-sm"
          aria-label={`Take ${label} out`}
          onClick={() => onChange({ ...condition, labels: condition.labels.filter((known) => known !== label) })}
        >
          {label} ×
        </button>
      ))}
      <Choice
        label="One more letter"
        value=""
        options={labels
          .filter((label) => !condition.labels.includes(label))
          .map((label) => ({ value: label, words: label }))}
        onChange={(label) => onChange({ ...condition, labels: [...condition.labels, label] })}
      />
    </>
  );
}

export function TagCondition({ condition, onChange }: PickerProps<"tag">) {
  const { world } = useVine();
  const tags = [...new Set([...world.students.values()].flatMap((student) => student.tags))].sort();
  return (
    <>
      who are in the group{" "}
      <Choice
        label="Group tag"
        value={condition.tag}
        options={tags.map((tag) => ({ value: tag, words: tag }))}
        onChange={(tag) => onChange({ ...condition, tag })}
      />
    </>
  );
}

export function LanguageCondition({ condition, onChange }: PickerProps<"language">) {
  const { world } = useVine();
  const tags = [...new Set([...world.guardians.values()].map(({ language }) => language))].sort();
  return (
    <>
      whose family reads{" "}
      <Choice
        label="Language"
        value={condition.language}
        options={tags.map((tag) => ({ value: tag, words: languageName(tag) }))}
        onChange={(language) => onChange({ ...condition, language })}
      />
    </>
  );
}

export function ChecklistCondition({ condition, onChange }: PickerProps<"checklist">) {
  const { world } = useVine();
  const names = [...new Set([...world.checklists.values()].map(({ name }) => name))].sort();
  return (
    <>
      whose{" "}
      <Choice
        label="Checklist"
        value={condition.checklist}
        options={names.map((name) => ({ value: name, words: name }))}
        onChange={(checklist) => onChange({ ...condition, checklist })}
      />{" "}
      is{" "}
      <Words
        label="How it stands"
        value={condition.mark}
        options={checklistMarkSchema.options}
        onChange={(mark) => onChange({ ...condition, mark })}
      />
    </>
  );
}

export function ExtraColumnCondition({ condition, onChange }: PickerProps<"own column">) {
  const { world } = useVine();
  const { names } = extraColumnsOf(world.ownColumns);
  const type = names.find(({ name }) => name === condition.column)?.type ?? "text";
  const values = useMemo(() => {
    const said = [...world.ownColumns.values()]
      .filter(({ name }) => titleKey(name) === titleKey(condition.column))
      .flatMap((column) => Object.values(column.values).map(ownValueText));
    return [...new Set(said)].sort();
  }, [world.ownColumns, condition.column]);
  return (
    <>
      whose{" "}
      <Choice
        label="Extra column"
        value={condition.column}
        options={names.map(({ name }) => ({ value: name, words: name }))}
        onChange={(column) => onChange({ ...condition, column, value: "" })}
      />{" "}
      <Words
        label="How it is compared"
        value={condition.comparison}
        options={OWN_COMPARISONS[type]}
        onChange={(comparison) => onChange({ ...condition, comparison })}
      />{" "}
      {condition.comparison !== "empty" && (
        <>
          <input
            aria-label="What it is compared with"
            type={type === "date" ? "date" : "text"}
            list="own-values"
            size={condition.comparison === "is one of" ? 24 : 12}
            placeholder={condition.comparison === "is one of" ? "one, another, …" : ""}
            value={condition.value}
            onChange={(event) => onChange({ ...condition, value: event.target.value })}
          />
          <datalist id="own-values">
            {values.slice(0, MOST_OFFERED).map((value) => (
              <option key={value} value={value} />
            ))}
          </datalist>
        </>
      )}
    </>
  );
}

const MOST_OFFERED = 40;
const OWN_COMPARISONS: Record<OwnType, readonly OwnComparison[]> = {
  text: ["is", "is one of", "is not", "contains", "empty"],
  number: ["is", "is not", "at most", "at least", "empty"],
  date: ["is", "is not", "before", "at most", "at least", "empty"],
  "yes or no": ["is", "is not", "empty"],
};

export function ChosenCondition({ condition, onChange }: PickerProps<"chosen">) {
  const { world } = useVine();
  const { studentIds } = condition;
  const others = [...world.students.values()].filter(({ id }) => !studentIds.includes(id)).sort(byFamilyName);
  const nameOf = (id: string) => {
    const student = world.students.get(id);
    return student ? fullName(student) : "a student who is not there any more";
  };
  return (
    <>
      who are{" "}
      {studentIds.map((id) => (
        <button
          key={id}
          type="button"
          className="btn btn-link btn-sm"
          aria-label={`Take ${nameOf(id)} out`}
          onClick={() => onChange({ ...condition, studentIds: studentIds.filter((known) => known !== id) })}
          data-private
        >
          {nameOf(id)} ×
        </button>
      ))}
      <Choice
        label="One more student"
        value=""
        options={others.map((student) => ({ value: student.id, words: fullName(student) }))}
        onChange={(id) => onChange({ ...condition, studentIds: [...studentIds, id] })}
      />
    </>
  );
}
