"use client";

import { NativeSelect } from "@chakra-ui/react";

export interface SelectProps<Value extends string> extends Omit<NativeSelect.FieldProps, "onChange" | "value"> {
  /** Its name for assistive technology: the visible name stands beside it. */
  label: string;
  options: readonly (readonly [value: Value, label: string])[];
  /** Text of the first entry, which picks nothing; without it one of the options is always chosen. */
  empty?: string;
  value?: Value | "";
  onPick?: (value: Value) => void;
  /** Field of a form that is submitted: what its `register` gives. */
  field?: Pick<NativeSelect.FieldProps, "name" | "onChange" | "onBlur"> & { ref: React.Ref<HTMLSelectElement> };
  width?: NativeSelect.RootProps["w"];
}

/** One of a list too long for a row of keys, chosen in the browser's own list: large, and known to every finger. */
export function Select<Value extends string>({
  label,
  options,
  empty,
  value,
  onPick,
  field,
  width,
  ...props
}: SelectProps<Value>) {
  const bound = field ?? {
    value,
    onChange: (event: React.ChangeEvent<HTMLSelectElement>) => {
      const picked = options.find(([one]) => one === event.currentTarget.value);
      if (picked !== undefined) onPick?.(picked[0]);
    },
  };
  return (
    <NativeSelect.Root w={width} minW="0" flexShrink={width === "auto" ? "0" : undefined}>
      <NativeSelect.Field
        aria-label={label}
        h="target"
        bg="field"
        borderColor="edge"
        fontSize="md"
        ps="2.5"
        {...props}
        {...bound}
      >
        {empty !== undefined && <option value="">{empty}</option>}
        {options.map(([one, text]) => (
          <option key={one} value={one}>
            {text}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
