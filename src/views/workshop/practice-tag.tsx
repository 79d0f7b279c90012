"use client";

import { Box } from "@chakra-ui/react";
import type { Purpose } from "@/core/records/job";
import { isPractice } from "@/core/records/practice";
import { Text } from "@/ui/text";
import { practiceWords } from "@/words/practice";

/** Marks a practice job beside its name; nothing for any other. */
export function PracticeTag({ purpose }: { purpose: Purpose }) {
  if (!isPractice({ purpose })) return null;
  return (
    <Box
      as="span"
      title={practiceWords.tagTitle}
      flexShrink="0"
      alignSelf="center"
      rounded="4px"
      borderWidth="2px"
      borderColor="wait"
      color="wait"
      px="2"
      lineHeight="1.35"
      fontSize="sm"
      fontWeight="bold"
    >
      <Text as="span">{practiceWords.tag}</Text>
    </Box>
  );
}
