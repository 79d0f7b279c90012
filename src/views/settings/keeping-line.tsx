"use client";

import { Flex } from "@chakra-ui/react";
import { useState } from "react";
import { reasonOf } from "@/core/result";
import { askToKeep, storageState } from "@/session/records/keeping";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Text } from "@/ui/text";
import { keepingLineText } from "@/words/screens/settings";

/** Whether the browser may throw the jobs away, and the way to ask it not to. */
export function KeepingLine() {
  const keeping = useStored(storageState);
  const [answer, setAnswer] = useState<string | null>(null);
  if (keeping.state !== "ready" || keeping.value.persistent === null) return null;
  if (keeping.value.persistent) {
    return (
      <Text mt="2" kind="soft">
        {keepingLineText.permanentStorageIsOn}
      </Text>
    );
  }
  const ask = () =>
    askToKeep().then(
      (kept) => {
        setAnswer(kept ? null : keepingLineText.theBrowserRefusedForNow);
        keeping.again();
      },
      (error: unknown) => setAnswer(keepingLineText.failed(reasonOf(error))),
    );
  return (
    <Flex mt="2" gap="3" align="center" wrap="wrap">
      <Text flex="1 1 300px" color="wait" role="status">
        {answer ?? keepingLineText.theBrowserMayDeleteJobs}
      </Text>
      <BenchButton kind="quiet" onClick={ask}>
        {keepingLineText.turnOn}
      </BenchButton>
    </Flex>
  );
}
