"use client";

import { Box } from "@chakra-ui/react";
import { recordTextText } from "@/words/screens/ui";

/** A record that cannot be shown in any other way. */
export function RecordText({ text }: { text: string }) {
  return (
    <Box
      as="pre"
      tabIndex={0}
      aria-label={recordTextText.recordAsText}
      maxH="50vh"
      overflow="auto"
      bg="field"
      borderWidth="1px"
      borderColor="line"
      rounded="card"
      p="3"
      fontSize="sm"
      whiteSpace="pre-wrap"
      wordBreak="break-word"
    >
      {text}
    </Box>
  );
}
