"use client";

import { Box, Flex } from "@chakra-ui/react";
import { type CSSProperties, useId } from "react";
import { Text, useSay } from "../text";

interface RangeFieldProps {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  /** The value as it is read, with its unit apart. */
  shown: string;
  unit: string;
  /** The whole value for whoever only hears it. */
  said: string;
  onChange: (value: number) => void;
  disabled?: boolean;
}

/** Filled share of the track, %, as the theme's rule for it reads it. */
const trackStyle = (share: number): CSSProperties & Record<"--share", string> => ({ "--share": `${share}%` });

/** A value on a track: moved by mouse, finger or arrow keys; what it is stands large beside its name. */
export function RangeField({ label, value, min, max, step, shown, unit, said, onChange, disabled }: RangeFieldProps) {
  const id = useId();
  const say = useSay();
  const share = max > min ? ((Math.min(Math.max(value, min), max) - min) / (max - min)) * 100 : 0;
  return (
    <Box opacity={disabled ? 0.5 : 1}>
      <Flex align="baseline" gap="2">
        <Box asChild flex="1" fontSize="md">
          <label htmlFor={id}>{say(label)}</label>
        </Box>
        <Text as="span" fontSize="lg" fontWeight="semibold" lineHeight="1.1">
          {shown}
        </Text>
        <Text as="span" kind="small">
          {unit}
        </Text>
      </Flex>
      <input
        id={id}
        type="range"
        className="evrid-range"
        min={min}
        max={max}
        step={step}
        value={value}
        disabled={disabled}
        aria-valuetext={said}
        style={trackStyle(share)}
        onChange={(event) => onChange(Number(event.currentTarget.value))}
      />
    </Box>
  );
}
