"use client";
import { Form } from "react-bootstrap";
import type { OwnType } from "@/core/model/extraColumn";

/** What an extra column holds, as a sentence goes on. */
export const OWN_TYPE_WORDS: Record<OwnType, string> = {
  text: "words",
  number: "a number",
  date: "a date",
  "yes or no": "yes or no",
};

interface OwnValueControlProps {
  readonly type: OwnType;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly label?: string;
}

/** Where the value of an extra column is typed or chosen, as its kind asks for. */
export function OwnValueControl({ type, value, onChange, label }: OwnValueControlProps) {
  if (type === "yes or no")
    return (
      <Form.Select size="sm" aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
        <option value="">not said</option>
        <option>yes</option>
        <option>no</option>
      </Form.Select>
    );
  return (
    <Form.Control
      size="sm"
      aria-label={label}
      type={type === "date" ? "date" : "text"}
      inputMode={type === "number" ? "decimal" : undefined}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
