"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { techniciansOf } from "@/core/records/choices";
import { useChoices } from "@/session/choices";
import { useJobState } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { TextField } from "@/ui/fields/text-field";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { useMinute } from "@/ui/tick";
import { holderText, holderWords } from "@/words/screens/sharing";

/** The job is worked on at another device: read-only, until somebody takes it over by name. */
export function TakeOver() {
  const { holder, takeOverFrom } = useJobState("holder", "takeOverFrom");
  const [usual = ""] = techniciansOf(useChoices());
  const [name, setName] = useState<string | null>(null);
  const now = useMinute();
  if (holder === null) return null;
  const by = name ?? usual;
  return (
    <Notice tone="wait" title={holderText.title(holderWords(holder, now))}>
      <Text>{holderText.readOnly}</Text>
      <Flex gap="3" mt="2" align="end" wrap="wrap">
        <Box w="240px">
          <TextField label={holderText.yourName} value={by} onChange={setName} />
        </Box>
        <BenchButton disabled={by.trim() === ""} onClick={() => takeOverFrom(by)}>
          {holderText.takeOver}
        </BenchButton>
      </Flex>
    </Notice>
  );
}
