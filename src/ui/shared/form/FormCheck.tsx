"use client";
import { Form } from "react-bootstrap";
import { type FieldPath, type FieldValues, useFormContext } from "react-hook-form";
import { fieldId } from "./fieldId";

interface FormCheckProps<Values extends FieldValues> {
  readonly name: FieldPath<Values>;
  readonly label: string;
  readonly type?: "checkbox" | "switch";
  readonly className?: string;
}

/** One field of a form that is ticked or not. */
export function FormCheck<Values extends FieldValues>({ name, ...check }: FormCheckProps<Values>) {
  const { register } = useFormContext<Values>();
  return <Form.Check id={fieldId(name)} {...check} {...register(name)} />;
}
