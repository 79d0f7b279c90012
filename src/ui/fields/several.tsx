"use client";

import { Box, Flex } from "@chakra-ui/react";
import { BenchButton } from "../buttons";
import { Text } from "../text";

interface SeveralProps<Value extends string> {
  label: string;
  /** The card's title says it already. */
  hideLabel?: boolean;
  options: readonly { value: Value; label: string }[];
  value: readonly Value[];
  onToggle: (value: Value) => void;
}

/** Any of a few, as buttons a glove can hit. */
export function Several<Value extends string>({
  label,
  hideLabel = false,
  options,
  value,
  onToggle,
}: SeveralProps<Value>) {
  return (
    <Box role="group" aria-label={label}>
      {!hideLabel && (
        <Text kind="field" mb="1">
          {label}
        </Text>
      )}
      <Flex gap="1.5" wrap="wrap">
        {options.map((option) => {
          const pressed = value.includes(option.value);
          return (
            <BenchButton key={option.value} px="3" aria-pressed={pressed} onClick={() => onToggle(option.value)}>
              {option.label}
            </BenchButton>
          );
        })}
      </Flex>
    </Box>
  );
}

/** A list with one of its values added, or taken out. */
export function toggled<Value>(list: readonly Value[], value: Value): Value[] {
  return list.includes(value) ? list.filter((one) => one !== value) : [...list, value];
}
