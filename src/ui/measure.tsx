"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Measured } from "@/core/readings/derive/measured";
import type { UnitId } from "@/core/units/units";
import { useFigures } from "./figures";
import { Text } from "./text";

interface MeasureProps {
  label: string;
  value: Measured | number | null;
  /** Base unit of the value; it is shown in the shop's unit. */
  unit: UnitId;
  decimals?: number;
  size?: "large" | "medium";
  note?: ReactNode;
}

/** A number as the loudest thing: value, its uncertainty in light, unit in small. */
export function Measure({ label, value, unit, decimals, size = "medium", note }: MeasureProps) {
  const figures = useFigures();
  const measured = typeof value === "number" ? { value, uncertainty: null } : value;
  return (
    <Box minW="0">
      <Text kind="small">{label}</Text>
      <Flex align="baseline" gap="1.5" lineHeight="1.1">
        <Text as="span" fontSize={size === "large" ? "4xl" : "3xl"} fontWeight="semibold" letterSpacing="-0.02em">
          {figures.number(measured?.value, unit, decimals)}
        </Text>
        <Text as="span" fontSize={size === "large" ? "xl" : "sm"} color="soft" whiteSpace="nowrap">
          {measured?.uncertainty != null && `± ${figures.uncertainty(measured.uncertainty, unit)} `}
          {figures.label(unit)}
        </Text>
      </Flex>
      {note && (
        <Box fontSize="sm" color="soft" mt="0.5">
          {note}
        </Box>
      )}
    </Box>
  );
}
