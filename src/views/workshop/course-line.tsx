"use client";

import { Flex } from "@chakra-ui/react";
import type { ArchiveDesk } from "@/session/archive";
import { BenchButton } from "@/ui/buttons";
import { Text } from "@/ui/text";
import { courseWords, progressWords } from "@/words/shop";

/** How far reading, storing or writing an archive is, with the way to end it. Says nothing while nothing runs. */
export function CourseLine({ desk: { busy, progress, cancel } }: { desk: ArchiveDesk }) {
  if (!busy) return null;
  return (
    <Flex gap="3" align="center" wrap="wrap">
      <Text role="status" fontSize="17px" fontVariantNumeric="tabular-nums">
        {progress === null ? courseWords.starting : progressWords(progress)}
      </Text>
      <BenchButton kind="quiet" onClick={cancel}>
        {courseWords.cancel}
      </BenchButton>
    </Flex>
  );
}
