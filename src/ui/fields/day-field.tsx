"use client";

import { Field, Input } from "@chakra-ui/react";
import { useSay } from "../text";

interface DayFieldProps {
  label: string;
  /** ISO day; null where none is given. */
  value: string | null;
  onChange: (day: string | null) => void;
}

/** A day, picked or typed. */
export function DayField({ label, value, onChange }: DayFieldProps) {
  const say = useSay();
  return (
    <Field.Root gap="1">
      <Field.Label fontWeight="semibold" fontSize="sm" color="soft">
        {say(label)}
      </Field.Label>
      <Input
        type="date"
        h="target"
        bg="field"
        borderColor="edge"
        min="1990-01-01"
        max="2200-12-31"
        value={value ?? ""}
        onChange={(event) => onChange(event.target.value === "" ? null : event.target.value)}
      />
    </Field.Root>
  );
}
