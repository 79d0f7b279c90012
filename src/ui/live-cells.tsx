"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Text } from "./text";

/** Row of the numbers that move, always in the same place; seven across where there is room. */
export function LiveCells({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Grid
      as="section"
      aria-label={label}
      templateColumns={{
        base: "repeat(2, minmax(0, 1fr))",
        sm: "repeat(4, minmax(0, 1fr))",
        md: "repeat(7, minmax(0, 1fr))",
      }}
      bg="field"
      borderTopWidth="1px"
      borderColor="line"
    >
      {children}
    </Grid>
  );
}

export interface LiveCellProps {
  /** Name above the number; text, or its entry in the glossary. */
  name: ReactNode;
  number: string;
  /** Unit with what else belongs to the number. */
  tail: string;
  /** State below the number. */
  children?: ReactNode;
}

/** One number that moves. */
export function LiveCell({ name, number, tail, children }: LiveCellProps) {
  return (
    <Box
      px={{ base: "2", md: "1.5", lg: "3.5" }}
      py={{ base: "1", md: "1.5" }}
      borderRightWidth="1px"
      borderColor="line"
      minW="0"
      overflow="hidden"
    >
      {typeof name === "string" ? (
        <Text kind="small" whiteSpace="nowrap">
          {name}
        </Text>
      ) : (
        name
      )}
      {/* Upright, the unit stands under its number, so that all seven stand in one row. */}
      <Flex
        align="baseline"
        gap="1"
        rowGap="0"
        wrap={{ base: "nowrap", md: "wrap", lg: "nowrap" }}
        lineHeight="1.15"
        whiteSpace="nowrap"
      >
        <Text as="span" kind="number" letterSpacing="-0.5px">
          {number}
        </Text>
        <Text as="span" kind="note">
          {tail}
        </Text>
      </Flex>
      {children}
    </Box>
  );
}
