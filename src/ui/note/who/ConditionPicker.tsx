"use client";
import { Fragment, useMemo } from "react";
import type { Condition } from "@/core/model/condition";
import { fullName } from "@/core/model/student";
import { conditionPhrase } from "@/core/selection/conditionKinds";
import type { Changeable, Control } from "@/core/selection/conditions/phrase";
import { useVine } from "@/ui/shared/VineContext";
import { Choice, NumberPicker } from "./Choice";
import { SincePicker } from "./SincePicker";

interface ConditionPickerProps {
  readonly condition: Condition;
  readonly onChange: (next: Condition) => void;
}

/** One condition as a part of the sentence whose underlined words are pickers. */
export function ConditionPicker({ condition, onChange }: ConditionPickerProps) {
  const { world } = useVine();
  const phrase = useMemo(() => {
    const student = (id: string) => {
      const found = world.students.get(id);
      return found ? fullName(found) : "a student who is not there any more";
    };
    return conditionPhrase(condition, { student });
  }, [condition, world.students]);
  return phrase.map((part, place) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: a part of a phrase has no name but its place
    <Fragment key={`${condition.kind} ${place}`}>
      {typeof part === "string" ? part : <PhraseControl part={part} onChange={onChange} />}
      {/* What a sentence writes as one, such as a number and its unit, is two controls here. */}
      {typeof part !== "string" && typeof phrase[place + 1] !== "string" && " "}
    </Fragment>
  ));
}

function PhraseControl({ part, onChange }: { part: Changeable<Condition>; onChange: (next: Condition) => void }) {
  const { world } = useVine();
  const control = useMemo(() => part.control(world), [part, world]);
  switch (control.kind) {
    case "choice":
      return <Choice {...control} onChange={(value) => onChange(control.change(value))} />;
    case "number":
      return (
        <>
          <NumberPicker {...control} onChange={(value) => onChange(control.change(value))} />
          {control.unit && ` ${control.unit}`}
        </>
      );
    case "text":
      return <TextPicker control={control} onChange={onChange} />;
    case "several":
      return <SeveralPicker control={control} onChange={onChange} />;
    case "since":
      return <SincePicker since={control.value} onChange={(since) => onChange(control.change(since))} />;
  }
}

interface ControlProps<Kind> {
  readonly control: Extract<Control<Condition>, { kind: Kind }>;
  readonly onChange: (next: Condition) => void;
}

const MOST_OFFERED = 40;

function TextPicker({ control, onChange }: ControlProps<"text">) {
  const { label, value, isDay, hint, offers } = control;
  return (
    <>
      <input
        aria-label={label}
        type={isDay ? "date" : "text"}
        list="own-values"
        size={hint ? 24 : 12}
        placeholder={hint}
        value={value}
        onChange={(event) => onChange(control.change(event.target.value))}
      />
      <datalist id="own-values">
        {offers.slice(0, MOST_OFFERED).map((offer) => (
          <option key={offer} value={offer} />
        ))}
      </datalist>
    </>
  );
}

/** What was chosen, each to be taken out again, and one more. */
function SeveralPicker({ control, onChange }: ControlProps<"several">) {
  const values = control.chosen.map(({ value }) => value);
  return (
    <>
      {control.chosen.map(({ value, words }) => (
        <button
          key={value}
          type="button"
          className="btn btn-link btn-sm"
          aria-label={`Take ${words} out`}
          onClick={() => onChange(control.change(values.filter((one) => one !== value)))}
          data-private={control.isPrivate || undefined}
        >
          {words} ×
        </button>
      ))}
      <Choice
        label={control.label}
        value=""
        options={control.options.filter(({ value }) => !values.includes(value))}
        onChange={(value) => onChange(control.change([...values, value]))}
      />
    </>
  );
}
