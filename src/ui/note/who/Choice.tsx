import { useState } from "react";
import type { Option } from "@/core/selection/conditions/phrase";

/** A choice of something that the gradebook has; what is not there any more is still named. */
export function Choice({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly Option[];
  onChange: (value: string) => void;
}) {
  const isKnown = options.some((option) => option.value === value);
  return (
    <select aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
      {!isKnown && (
        <option value={value} disabled>
          {value ? `${value} (not there any more)` : "choose …"}
        </option>
      )}
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.words}
        </option>
      ))}
    </select>
  );
}

interface NumberPickerProps {
  readonly label: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly isWhole: boolean;
  readonly onChange: (value: number) => void;
}

export function NumberPicker({ label, value, least, most, isWhole, onChange }: NumberPickerProps) {
  // What she types stands as she typed it, also half of a number or none, until she goes elsewhere.
  const [typed, setTyped] = useState<string>();
  const take = (words: string) => {
    setTyped(words);
    const amount = isWhole ? Math.round(Number(words)) : Number(words);
    if (words.trim() !== "" && Number.isFinite(amount)) onChange(Math.min(most, Math.max(least, amount)));
  };
  return (
    <input
      type="number"
      aria-label={label}
      min={least}
      max={most}
      step={isWhole ? 1 : "any"}
      value={typed ?? value}
      onChange={(event) => take(event.target.value)}
      onBlur={() => setTyped(undefined)}
    />
  );
}
