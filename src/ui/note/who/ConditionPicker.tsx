"use client";
import { useMemo } from "react";
import {
  assignmentStatusSchema,
  type Bounds,
  type Condition,
  markingStateSchema,
  rangeComparisonSchema,
} from "@/core/model/condition";
import { noteKindSchema } from "@/core/model/noteKind";
import { shownCategories } from "@/core/model/shownCategories";
import { useVine } from "@/ui/shared/VineContext";
import {
  AssignmentPicker,
  ChecklistCondition,
  ChosenCondition,
  ExtraColumnCondition,
  GradeLabelCondition,
  LanguageCondition,
  type PickerProps,
  TagCondition,
} from "./AssignmentPicker";
import { ChangeCondition } from "./ChangeCondition";
import { AmountPicker, Choice, CountPicker, MOST_PERCENT, Words } from "./Choice";
import { CriterionCondition } from "./CriterionCondition";

/** What can be asked, as it is offered; each begins as a sentence that can be changed word by word. */
export const CONDITION_OFFERS: readonly { words: string; condition: Condition }[] = [
  { words: "average", condition: { kind: "overall", comparison: "below", percent: 70 } },
  { words: "average of a category", condition: { kind: "category", category: "", comparison: "below", percent: 70 } },
  {
    words: "score on one assignment",
    condition: { kind: "assignment", assignment: "", comparison: "at most", value: 60, unit: "percent" },
  },
  {
    words: "one assignment not handed in",
    condition: { kind: "assignment status", assignment: "", status: "not handed in" },
  },
  {
    words: "level of a criterion",
    condition: { kind: "criterion", assignment: "", criterion: "", comparison: "at most", value: "" },
  },
  { words: "marked or not", condition: { kind: "marked", assignment: "", state: "marked" } },
  {
    words: "score on any assignment marked lately",
    condition: { kind: "any assignment", category: "", comparison: "at most", percent: 70, withinDays: 7 },
  },
  { words: "missing work", condition: { kind: "missing", atLeast: 2 } },
  { words: "nothing missing", condition: { kind: "nothing missing" } },
  { words: "late or unmarked work", condition: { kind: "count", of: "late", atLeast: 2 } },
  { words: "letter grade", condition: { kind: "grade label", labels: [] } },
  { words: "top or bottom of the class", condition: { kind: "rank", end: "top", count: 5, unit: "students" } },
  { words: "group tag", condition: { kind: "tag", tag: "" } },
  { words: "language", condition: { kind: "language", language: "es" } },
  { words: "can be reached", condition: { kind: "reach", reachable: true } },
  {
    words: "change of the average",
    condition: { kind: "change", direction: "rose", atLeast: 5, since: { kind: "days", days: 28 } },
  },
  { words: "not written to lately", condition: { kind: "written", within: false, days: 21 } },
  { words: "kind of the last note", condition: { kind: "last note", note: "concern" } },
  { words: "checklist", condition: { kind: "checklist", checklist: "", mark: "not done" } },
  { words: "extra column", condition: { kind: "own column", column: "", comparison: "is", value: "" } },
  { words: "birthday today", condition: { kind: "birthday" } },
  { words: "students by name", condition: { kind: "chosen", studentIds: [] } },
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
    case "assignment":
      return <AssignmentCondition condition={condition} onChange={onChange} />;
    case "assignment status":
      return (
        <>
          whose{" "}
          <AssignmentPicker
            value={condition.assignment}
            onChange={(assignment) => onChange({ ...condition, assignment })}
          />{" "}
          is{" "}
          <Words
            label="How the assignment stands"
            value={condition.status}
            options={assignmentStatusSchema.options}
            onChange={(status) => onChange({ ...condition, status })}
          />
        </>
      );
    case "criterion":
      return <CriterionCondition condition={condition} onChange={onChange} />;
    case "marked":
      return (
        <>
          whose marking of{" "}
          <AssignmentPicker
            value={condition.assignment}
            onChange={(assignment) => onChange({ ...condition, assignment })}
          />{" "}
          is{" "}
          <Words
            label="How far it is marked"
            value={condition.state}
            options={markingStateSchema.options}
            onChange={(state) => onChange({ ...condition, state })}
          />
        </>
      );
    case "any assignment":
      return <AnyAssignmentCondition condition={condition} onChange={onChange} />;
    case "birthday":
      return <>whose birthday is today</>;
    case "missing":
      return (
        <>
          who miss at least{" "}
          <CountPicker
            label="Missing assignments"
            value={condition.atLeast}
            onChange={(atLeast) => onChange({ ...condition, atLeast })}
          />{" "}
          {condition.atLeast === 1 ? "assignment" : "assignments"}
        </>
      );
    case "count":
      return (
        <>
          who have at least{" "}
          <CountPicker
            label="Assignments"
            value={condition.atLeast}
            onChange={(atLeast) => onChange({ ...condition, atLeast })}
          />{" "}
          <Words
            label="Which assignments"
            value={condition.of}
            options={["late", "unmarked", "excused"] as const}
            onChange={(of) => onChange({ ...condition, of })}
          />{" "}
          {condition.atLeast === 1 ? "assignment" : "assignments"}
        </>
      );
    case "nothing missing":
      return <>who miss nothing</>;
    case "grade label":
      return <GradeLabelCondition condition={condition} onChange={onChange} />;
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
    case "change":
      return <ChangeCondition condition={condition} onChange={onChange} />;
    case "written":
      return (
        <>
          who{" "}
          <Words
            label="Whether they were written to"
            value={condition.within ? "were written to" : "were not written to"}
            options={["were written to", "were not written to"] as const}
            onChange={(words) => onChange({ ...condition, within: words === "were written to" })}
          />{" "}
          in the last{" "}
          <CountPicker label="Days" value={condition.days} onChange={(days) => onChange({ ...condition, days })} />{" "}
          {condition.days === 1 ? "day" : "days"}
        </>
      );
    case "last note":
      return (
        <>
          whose last note was one of{" "}
          <Words
            label="Kind of note"
            value={condition.note}
            options={noteKindSchema.options}
            onChange={(note) => onChange({ ...condition, note })}
          />
        </>
      );
    case "checklist":
      return <ChecklistCondition condition={condition} onChange={onChange} />;
    case "own column":
      return <ExtraColumnCondition condition={condition} onChange={onChange} />;
    case "chosen":
      return <ChosenCondition condition={condition} onChange={onChange} />;
  }
}

function useCategoryNames(): readonly string[] {
  const { world } = useVine();
  return useMemo(
    () => [
      ...new Set([...world.classes.values()].flatMap((one) => shownCategories(one, world).map(({ name }) => name))),
    ],
    [world],
  );
}

/** "who have at most 70 % on any assignment of Quizzes marked in the last 7 days". */
function AnyAssignmentCondition({ condition, onChange }: PickerProps<"any assignment">) {
  const names = useCategoryNames();
  return (
    <>
      who have <Threshold condition={condition} onChange={onChange} /> on any assignment of{" "}
      <Choice
        label="Category"
        value={condition.category}
        options={[{ value: "", words: "every category" }, ...names.map((name) => ({ value: name, words: name }))]}
        onChange={(category) => onChange({ ...condition, category })}
      />{" "}
      marked in the last{" "}
      <CountPicker
        label="Days"
        value={condition.withinDays}
        onChange={(withinDays) => onChange({ ...condition, withinDays })}
      />{" "}
      {condition.withinDays === 1 ? "day" : "days"}
    </>
  );
}

function CategoryCondition({ condition, onChange }: PickerProps<"category">) {
  const names = useCategoryNames();
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

function AssignmentCondition({ condition, onChange }: PickerProps<"assignment">) {
  return (
    <>
      who have <ComparisonPicker condition={condition} onChange={onChange} />{" "}
      <Amounts
        label="Score"
        condition={condition}
        value={condition.value}
        most={MOST_POINTS}
        onChange={(part) => onChange({ ...condition, ...part })}
        onValue={(value) => onChange({ ...condition, value })}
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
      on{" "}
      <AssignmentPicker
        value={condition.assignment}
        onChange={(assignment) => onChange({ ...condition, assignment })}
      />
    </>
  );
}

/** "below 70 %". */
function Threshold({ condition, onChange }: PickerProps<"overall" | "category" | "any assignment">) {
  return (
    <>
      <ComparisonPicker condition={condition} onChange={onChange} />{" "}
      <Amounts
        label="Percent"
        condition={condition}
        value={condition.percent}
        onChange={(part) => onChange({ ...condition, ...part })}
        onValue={(percent) => onChange({ ...condition, percent })}
      />{" "}
      %
    </>
  );
}

interface AmountsProps {
  readonly label: string;
  readonly condition: Pick<Bounds, "comparison" | "upTo">;
  readonly value: number;
  readonly most?: number;
  readonly onChange: (part: { upTo: number }) => void;
  readonly onValue: (value: number) => void;
}

/** One threshold, or the two of "between". */
function Amounts({ label, condition, value, most, onChange, onValue }: AmountsProps) {
  const limit = most !== undefined && { most };
  return (
    <>
      <AmountPicker label={label} value={value} {...limit} onChange={onValue} />
      {condition.comparison === "between" && (
        <>
          {" and "}
          <AmountPicker
            label={`${label}, the other end`}
            value={condition.upTo ?? value}
            {...limit}
            onChange={(upTo) => onChange({ upTo })}
          />
        </>
      )}
    </>
  );
}

/** "between" begins with so much between its ends. */
const FIRST_SPAN = 10;
const MOST_POINTS = 100_000;

function ComparisonPicker({
  condition,
  onChange,
}: PickerProps<"overall" | "category" | "assignment" | "any assignment">) {
  return (
    <Words
      label="Comparison"
      value={condition.comparison}
      options={rangeComparisonSchema.options}
      onChange={(comparison) => {
        const { upTo: _before, ...rest } = condition;
        const [from, most] =
          "percent" in condition ? [condition.percent, MOST_PERCENT] : [condition.value, MOST_POINTS];
        onChange(
          comparison === "between"
            ? { ...rest, comparison, upTo: Math.min(most, from + FIRST_SPAN) }
            : { ...rest, comparison },
        );
      }}
    />
  );
}
