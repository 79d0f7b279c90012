"use client";

import { Flex } from "@chakra-ui/react";
import Link from "next/link";
import { unsavedRecords } from "@/core/records/files/copies";
import { howCopied } from "@/session/records/copies";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Text } from "@/ui/text";
import { copyReminderText } from "@/words/screens/bay";
import { commonText } from "@/words/screens/common";
import { unsavedWords } from "@/words/shop";

/** Records that exist only in this browser before the Bay reminds of a copy. */
const WORTH_A_WORD = 5;

/** Names what no copy has, where copies are not written automatically. */
export function CopyReminder() {
  const copies = useStored(howCopied);
  if (copies.state !== "ready") return null;
  if (copies.value.allowed || unsavedRecords(copies.value) < WORTH_A_WORD) return null;
  return (
    <Flex gap="3" align="center" wrap="wrap" role="status">
      <Text flex="1 1 300px" color="wait" fontWeight="semibold">
        {copyReminderText.onlyInThisBrowser(unsavedWords(copies.value))}
      </Text>
      <BenchButton asChild kind="quiet">
        <Link href="/settings#data">{commonText.saveAsFile}</Link>
      </BenchButton>
    </Flex>
  );
}
