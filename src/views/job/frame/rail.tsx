"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface RailProps {
  label: string;
  /** Stands at the lower edge, whatever is scrolled above it. */
  foot?: ReactNode;
  children: ReactNode;
}

export function Rail({ label, foot, children }: RailProps) {
  return (
    <Flex
      as="aside"
      aria-label={label}
      gridArea={{ lg: "rail" }}
      direction="column"
      w={{ base: "full", lg: "300px" }}
      minH="0"
      bg="sheet"
      borderLeftWidth={{ lg: "1px" }}
      borderTopWidth={{ base: "1px", lg: "0" }}
      borderColor="line"
    >
      <Flex
        // It scrolls when there is much to say: reachable without a mouse.
        tabIndex={0}
        direction="column"
        gap="2.5"
        flex="1"
        minH="0"
        p="4"
        pb="2"
        overflowY={{ lg: "auto" }}
      >
        {children}
      </Flex>
      {foot && (
        <Box px="3" pb="3" pt="1">
          {foot}
        </Box>
      )}
    </Flex>
  );
}
