import { type ReactNode, useState } from "react";

/** One of a few set words. */
export function Words<Word extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: Word;
  options: readonly Word[];
  onChange: (word: Word) => void;
}) {
  return (
    <select aria-label={label} value={value} onChange={(event) => onChange(event.target.value as Word)}>
      {options.map((word) => (
        <option key={word}>{word}</option>
      ))}
    </select>
  );
}

/** A choice of something that the gradebook has; what is not there any more is still named. */
export function Choice({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly { value: string; words: ReactNode }[];
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

export const MOST_PERCENT = 1000;
const MOST_ASSIGNMENTS = 1000;

/** Percent, or points where `most` says how many there may be. */
export function AmountPicker({ label, value, most = MOST_PERCENT, onChange }: AmountProps & { most?: number }) {
  return <NumberPicker label={label} value={value} least={0} most={most} step="any" onChange={onChange} />;
}

/** A whole number of assignments or students, one at least. */
export function CountPicker({ label, value, onChange }: AmountProps) {
  return (
    <NumberPicker
      label={label}
      value={value}
      least={1}
      most={MOST_ASSIGNMENTS}
      step={1}
      onChange={(typed) => onChange(Math.round(typed))}
    />
  );
}

interface AmountProps {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}

function NumberPicker({
  label,
  value,
  least,
  most,
  step,
  onChange,
}: AmountProps & { least: number; most: number; step: number | "any" }) {
  // What she types stands as she typed it, also half of a number or none, until she goes elsewhere.
  const [typed, setTyped] = useState<string>();
  const take = (words: string) => {
    setTyped(words);
    const amount = Number(words);
    if (words.trim() !== "" && Number.isFinite(amount)) onChange(Math.min(most, Math.max(least, amount)));
  };
  return (
    <input
      type="number"
      aria-label={label}
      min={least}
      max={most}
      step={step}
      value={typed ?? value}
      onChange={(event) => take(event.target.value)}
      onBlur={() => setTyped(undefined)}
    />
  );
}
