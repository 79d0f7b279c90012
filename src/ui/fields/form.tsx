"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import {
  type Control,
  type DefaultValues,
  type FieldPathByValue,
  type FieldValues,
  useController,
  useForm,
  useWatch,
} from "react-hook-form";
import type { Entry } from "@/core/units/entry";
import type * as z from "@/core/zod";
import { Choice, type ChoiceProps } from "./choice";
import { NumberField, type NumberFieldProps } from "./number-field";
import { TextField, type TextFieldProps } from "./text-field";

/**
 * A form that is submitted: its values, and the message of the first field that keeps it from being submitted, null when none does. The message is what
 * the schema gives, a code for the caller's words.
 */
export function useCheckedForm<Values extends FieldValues>(schema: z.ZodType<Values, Values>, initial: Values) {
  const form = useForm<Values>({ resolver: zodResolver(schema), defaultValues: initial as DefaultValues<Values> });
  const values = useWatch({ control: form.control }) as Values;
  const checked = schema.safeParse(values);
  return { ...form, values, gap: checked.success ? null : checked.error.issues[0]!.message };
}

interface Bound<Values extends FieldValues, Value> {
  control: Control<Values>;
  name: FieldPathByValue<Values, Value>;
}
type Unbound<Props> = Omit<Props, "value" | "onChange">;

export function FormNumber<Values extends FieldValues>({
  control,
  name,
  ...props
}: Bound<Values, Entry> & Unbound<NumberFieldProps>) {
  const { field } = useController({ control, name });
  return <NumberField {...props} value={field.value} onChange={field.onChange} />;
}

export function FormText<Values extends FieldValues>({
  control,
  name,
  ...props
}: Bound<Values, string> & Unbound<TextFieldProps>) {
  const { field } = useController({ control, name });
  return <TextField {...props} value={field.value} onChange={field.onChange} />;
}

export function FormChoice<Values extends FieldValues, Value extends string>({
  control,
  name,
  ...props
}: Bound<Values, Value | null> & Unbound<ChoiceProps<Value>>) {
  const { field } = useController({ control, name });
  return <Choice<Value> {...props} value={field.value} onChange={field.onChange} />;
}
