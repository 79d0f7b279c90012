"use client";

import { Flex } from "@chakra-ui/react";
import Link from "next/link";
import { howCopied } from "@/data/copies";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Text } from "@/ui/text";

/** So many jobs that stand only in this browser are worth a word. */
const WORTH_A_WORD = 5;

/** Says how many jobs no copy has, where none makes itself. */
export function CopyReminder() {
  const copies = useStored(howCopied);
  if (copies.state !== "ready") return null;
  const { unsaved, allowed } = copies.value;
  if (allowed || unsaved < WORTH_A_WORD) return null;
  return (
    <Flex gap="3" align="center" wrap="wrap" role="status">
      <Text flex="1 1 300px" color="wait" fontWeight="600">
        {`${unsaved} jobs stand only in this browser.`}
      </Text>
      <BenchButton asChild kind="quiet">
        <Link href="/settings#data">Save them as a file</Link>
      </BenchButton>
    </Flex>
  );
}
