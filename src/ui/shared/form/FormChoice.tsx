"use client";
import type { ReactNode } from "react";
import { Form } from "react-bootstrap";
import { type FieldPath, type FieldValues, type RegisterOptions, useFormContext } from "react-hook-form";
import { FieldProblem } from "./FieldProblem";
import { fieldId } from "./fieldId";

interface FormChoiceProps<Values extends FieldValues> {
  readonly name: FieldPath<Values>;
  readonly label: string;
  /** The options. */
  readonly children: ReactNode;
  readonly hint?: ReactNode;
  /** What follows from a choice. */
  readonly onChosen?: (value: string) => void;
}

/** One field of a form that something is chosen in, with its label and what is wrong with it. */
export function FormChoice<Values extends FieldValues>({
  name,
  label,
  children,
  hint,
  onChosen,
}: FormChoiceProps<Values>) {
  const { register } = useFormContext<Values>();
  const options = onChosen && { onChange: (event: { target: { value: string } }) => onChosen(event.target.value) };
  return (
    <Form.Group controlId={fieldId(name)}>
      <Form.Label>{label}</Form.Label>
      <Form.Select {...register(name, options as RegisterOptions<Values, FieldPath<Values>> | undefined)}>
        {children}
      </Form.Select>
      {hint && <Form.Text>{hint}</Form.Text>}
      <FieldProblem<Values> name={name} />
    </Form.Group>
  );
}
