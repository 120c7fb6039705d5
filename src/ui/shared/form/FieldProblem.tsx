"use client";
import { type FieldPath, type FieldValues, useFormContext } from "react-hook-form";

interface FieldProblemProps<Values extends FieldValues> {
  readonly name: FieldPath<Values>;
  /** What the field names as its description. */
  readonly id?: string;
}

/** What is wrong with a field, once somebody tried to keep it. */
export function FieldProblem<Values extends FieldValues>({ name, id }: FieldProblemProps<Values>) {
  const { getFieldState, formState } = useFormContext<Values>();
  const { error } = getFieldState(name, formState);
  return error ? (
    <div id={id} className="text-danger small" role="alert">
      {error.message}
    </div>
  ) : null;
}
