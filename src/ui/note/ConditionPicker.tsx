"use client";
import { useMemo } from "react";
import { type Condition, comparisonSchema, pieceStatusSchema } from "@/core/selection/condition";
import { languageName } from "@/core/selection/reason";
import { useVine } from "@/ui/shared/VineContext";
import { AmountPicker, Choice, CountPicker, Words } from "./sentencePickers";

type Of<Kind extends Condition["kind"]> = Extract<Condition, { kind: Kind }>;

interface PickerProps<Kind extends Condition["kind"]> {
  readonly condition: Of<Kind>;
  readonly onChange: (condition: Condition) => void;
}

/** What can be asked, as it is offered; each begins as a sentence that can be changed word by word. */
export const CONDITION_OFFERS: readonly { words: string; condition: Condition }[] = [
  { words: "average", condition: { kind: "overall", comparison: "below", percent: 70 } },
  { words: "average of a category", condition: { kind: "category", category: "", comparison: "below", percent: 70 } },
  {
    words: "score on one piece",
    condition: { kind: "piece", piece: "", comparison: "at most", value: 60, unit: "percent" },
  },
  { words: "one piece not handed in", condition: { kind: "piece status", piece: "", status: "not handed in" } },
  { words: "missing work", condition: { kind: "missing", atLeast: 2 } },
  { words: "nothing missing", condition: { kind: "nothing missing" } },
  { words: "late or unmarked work", condition: { kind: "count", of: "late", atLeast: 2 } },
  { words: "letter grade", condition: { kind: "letter", letters: [] } },
  { words: "top or bottom of the class", condition: { kind: "rank", end: "top", count: 5, unit: "students" } },
  { words: "group tag", condition: { kind: "tag", tag: "" } },
  { words: "language", condition: { kind: "language", language: "es" } },
  { words: "can be reached", condition: { kind: "reach", reachable: true } },
];

/** One condition as a part of the sentence whose underlined words are pickers. */
export function ConditionPicker({
  condition,
  onChange,
}: {
  condition: Condition;
  onChange: (next: Condition) => void;
}) {
  switch (condition.kind) {
    case "overall":
      return (
        <>
          whose overall average is <Threshold condition={condition} onChange={onChange} />
        </>
      );
    case "category":
      return <CategoryCondition condition={condition} onChange={onChange} />;
    case "piece":
      return <PieceCondition condition={condition} onChange={onChange} />;
    case "piece status":
      return (
        <>
          whose <PiecePicker value={condition.piece} onChange={(piece) => onChange({ ...condition, piece })} /> is{" "}
          <Words
            label="How the piece stands"
            value={condition.status}
            options={pieceStatusSchema.options}
            onChange={(status) => onChange({ ...condition, status })}
          />
        </>
      );
    case "missing":
      return (
        <>
          who miss at least{" "}
          <CountPicker
            label="Missing pieces"
            value={condition.atLeast}
            onChange={(atLeast) => onChange({ ...condition, atLeast })}
          />{" "}
          {condition.atLeast === 1 ? "piece" : "pieces"}
        </>
      );
    case "count":
      return (
        <>
          who have at least{" "}
          <CountPicker
            label="Pieces"
            value={condition.atLeast}
            onChange={(atLeast) => onChange({ ...condition, atLeast })}
          />{" "}
          <Words
            label="Which pieces"
            value={condition.of}
            options={["late", "unmarked", "excused"] as const}
            onChange={(of) => onChange({ ...condition, of })}
          />{" "}
          {condition.atLeast === 1 ? "piece" : "pieces"}
        </>
      );
    case "nothing missing":
      return <>who miss nothing</>;
    case "letter":
      return <LetterCondition condition={condition} onChange={onChange} />;
    case "rank":
      return (
        <>
          who are in the{" "}
          <Words
            label="Which end of the class"
            value={condition.end}
            options={["top", "bottom"] as const}
            onChange={(end) => onChange({ ...condition, end })}
          />{" "}
          <CountPicker
            label="How many of the class"
            value={condition.count}
            onChange={(count) => onChange({ ...condition, count })}
          />{" "}
          <Words
            label="Students or percent"
            value={condition.unit}
            options={["students", "percent"] as const}
            onChange={(unit) => onChange({ ...condition, unit })}
          />{" "}
          of their class
        </>
      );
    case "tag":
      return <TagCondition condition={condition} onChange={onChange} />;
    case "language":
      return <LanguageCondition condition={condition} onChange={onChange} />;
    case "reach":
      return (
        <>
          whose family{" "}
          <Words
            label="Whether the family can be reached"
            value={condition.reachable ? "can be reached" : "can’t be reached"}
            options={["can be reached", "can’t be reached"] as const}
            onChange={(words) => onChange({ ...condition, reachable: words === "can be reached" })}
          />
        </>
      );
  }
}

function CategoryCondition({ condition, onChange }: PickerProps<"category">) {
  const { world } = useVine();
  const names = useMemo(
    () => [...new Set([...world.classes.values()].flatMap(({ categories }) => categories.map(({ name }) => name)))],
    [world.classes],
  );
  return (
    <>
      whose average of{" "}
      <Choice
        label="Category"
        value={condition.category}
        options={names.map((name) => ({ value: name, words: name }))}
        onChange={(category) => onChange({ ...condition, category })}
      />{" "}
      is <Threshold condition={condition} onChange={onChange} />
    </>
  );
}

function PieceCondition({ condition, onChange }: PickerProps<"piece">) {
  return (
    <>
      who have <ComparisonPicker condition={condition} onChange={onChange} />{" "}
      <AmountPicker
        label="Score"
        value={condition.value}
        most={100_000}
        onChange={(value) => onChange({ ...condition, value })}
      />{" "}
      <Choice
        label="Percent or points"
        value={condition.unit}
        options={[
          { value: "percent", words: "%" },
          { value: "points", words: "points" },
        ]}
        onChange={(unit) => onChange({ ...condition, unit: unit as "percent" | "points" })}
      />{" "}
      on <PiecePicker value={condition.piece} onChange={(piece) => onChange({ ...condition, piece })} />
    </>
  );
}

/** The pieces of work by their titles, the latest first: one title may stand in several classes. */
function PiecePicker({ value, onChange }: { value: string; onChange: (title: string) => void }) {
  const { world } = useVine();
  const titles = useMemo(() => {
    const latest = [...world.assignments.values()].sort((a, b) => (b.dueDate ?? "").localeCompare(a.dueDate ?? ""));
    return [...new Set(latest.map(({ title }) => title))];
  }, [world.assignments]);
  return (
    <Choice
      label="Piece of work"
      value={value}
      options={titles.map((title) => ({ value: title, words: title }))}
      onChange={onChange}
    />
  );
}

function LetterCondition({ condition, onChange }: PickerProps<"letter">) {
  const { world } = useVine();
  const labels = [...new Set([...world.gradeScales.values()].flatMap(({ bands }) => bands.map(({ label }) => label)))];
  return (
    <>
      whose letter grade is{" "}
      {condition.letters.map((letter) => (
        <button
          key={letter}
          type="button"
          className="btn btn-link btn-sm"
          aria-label={`Take ${letter} out`}
          onClick={() => onChange({ ...condition, letters: condition.letters.filter((known) => known !== letter) })}
        >
          {letter} ×
        </button>
      ))}
      <Choice
        label="One more letter"
        value=""
        options={labels
          .filter((label) => !condition.letters.includes(label))
          .map((label) => ({ value: label, words: label }))}
        onChange={(letter) => onChange({ ...condition, letters: [...condition.letters, letter] })}
      />
    </>
  );
}

function TagCondition({ condition, onChange }: PickerProps<"tag">) {
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

function LanguageCondition({ condition, onChange }: PickerProps<"language">) {
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

/** "below 70 %". */
function Threshold({ condition, onChange }: PickerProps<"overall" | "category">) {
  return (
    <>
      <ComparisonPicker condition={condition} onChange={onChange} />{" "}
      <AmountPicker
        label="Percent"
        value={condition.percent}
        onChange={(percent) => onChange({ ...condition, percent })}
      />{" "}
      %
    </>
  );
}

function ComparisonPicker({ condition, onChange }: PickerProps<"overall" | "category" | "piece">) {
  return (
    <Words
      label="Comparison"
      value={condition.comparison}
      options={comparisonSchema.options}
      onChange={(comparison) => onChange({ ...condition, comparison })}
    />
  );
}
