"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Text } from "./text";

/** A card: a sheet of paper on the bench with its heading. */
export function Card({ title, children, aside }: { title?: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <Box as="section" bg="sheet" borderWidth="1px" borderColor="line" rounded="card" px="4" py="3" minW="0">
      {(title || aside) && (
        <Flex justify="space-between" align="center" mb="2" gap="3">
          {title && (
            <Text as="h2" fontSize="14px" fontWeight="600" color="soft">
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
