"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { type DefaultValues, type FieldValues, type UseFormReturn, useForm } from "react-hook-form";
import type * as z from "zod";
import { useUnkept } from "../LeavingProvider";

/**
 * A form whose values a schema checks: what is refused is said at its field, and the first such field gets the caret. Whoever
 * leaves what was typed is asked.
 */
export function useCheckedForm<Values extends FieldValues, Checked extends FieldValues = Values>(
  schema: z.ZodType<Checked, Values>,
  begun: Values,
): UseFormReturn<Values, unknown, Checked> {
  const form = useForm<Values, unknown, Checked>({
    defaultValues: begun as DefaultValues<Values>,
    resolver: zodResolver(schema),
  });
  useUnkept(form.formState.isDirty);
  return form;
}
