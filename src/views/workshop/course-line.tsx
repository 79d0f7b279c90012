"use client";

import { Flex } from "@chakra-ui/react";
import type { ArchiveDesk } from "@/session/archive";
import { BenchButton } from "@/ui/buttons";
import { Text } from "@/ui/text";
import { courseWords, progressWords } from "@/words/shop";

/** Progress of reading, storing or writing an archive, with cancel. Renders nothing while idle. */
export function CourseLine({ desk: { busy, progress, cancel } }: { desk: ArchiveDesk }) {
  if (!busy) return null;
  return (
    <Flex gap="3" align="center" wrap="wrap">
      <Text role="status" fontSize="md" fontVariantNumeric="tabular-nums">
        {progress === null ? courseWords.starting : progressWords(progress)}
      </Text>
      <BenchButton kind="quiet" onClick={cancel}>
        {courseWords.cancel}
      </BenchButton>
    </Flex>
  );
}
