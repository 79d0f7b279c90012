"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Text } from "./text";

/** A card: a sheet of paper on the bench with its heading. */
interface CardProps {
  title?: string;
  aside?: ReactNode;
  /** With less air around it, where several stand on one screen. */
  tight?: boolean;
  children: ReactNode;
}

export function Card({ title, children, aside, tight = false }: CardProps) {
  return (
    <Box as="section" bg="sheet" rounded="card" px={tight ? "3" : "4"} py={tight ? "1.5" : "3"} minW="0">
      {(title || aside) && (
        <Flex justify="space-between" align="center" mb={tight ? "1" : "2"} gap="3" rowGap="1" wrap="wrap">
          {title && (
            <Text as="h2" kind="lead">
              {title}
            </Text>
          )}
          {aside}
        </Flex>
      )}
      {children}
    </Box>
  );
}
