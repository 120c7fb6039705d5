"use client";
import type { ReactNode } from "react";
import { Form } from "react-bootstrap";
import { type FieldPath, type FieldValues, useFormContext } from "react-hook-form";
import { FieldProblem } from "./FieldProblem";
import { fieldId } from "./fieldId";
import { typedNumber } from "./typedNumber";

interface FormFieldProps<Values extends FieldValues> {
  readonly name: FieldPath<Values>;
  readonly label: string;
  readonly type?: "text" | "number" | "date" | "email" | "password" | "lines";
  readonly placeholder?: string;
  readonly autoComplete?: string;
  readonly autoFocus?: boolean;
  readonly maxLength?: number;
  /** A quiet line below it. */
  readonly hint?: ReactNode;
}

/** One field of a form that something is typed into, with its label and what is wrong with it. */
export function FormField<Values extends FieldValues>({
  name,
  label,
  type = "text",
  hint,
  autoComplete = "off",
  ...control
}: FormFieldProps<Values>) {
  const { register, getFieldState, formState } = useFormContext<Values>();
  const { invalid } = getFieldState(name, formState);
  const id = fieldId(name);
  const kind =
    type === "lines" ? { as: "textarea" as const, rows: 3 } : { type, ...(type === "number" && { step: "any" }) };
  return (
    <Form.Group controlId={id}>
      <Form.Label>{label}</Form.Label>
      <Form.Control
        {...control}
        {...kind}
        autoComplete={autoComplete}
        isInvalid={invalid}
        aria-describedby={invalid ? `${id}-problem` : undefined}
        {...register(name, type === "number" ? { setValueAs: typedNumber } : {})}
      />
      {hint && <Form.Text>{hint}</Form.Text>}
      <FieldProblem<Values> name={name} id={`${id}-problem`} />
    </Form.Group>
  );
}
