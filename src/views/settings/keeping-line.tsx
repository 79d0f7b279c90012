"use client";

import { Flex } from "@chakra-ui/react";
import { useState } from "react";
import { reasonOf } from "@/core/result";
import { askToKeep, howItIsKept } from "@/data/keeping";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Text } from "@/ui/text";

/** Whether the browser may throw the jobs away, and the way to ask it not to. */
export function KeepingLine() {
  const keeping = useStored(howItIsKept);
  const [answer, setAnswer] = useState<string | null>(null);
  if (keeping.state !== "ready" || keeping.value.persistent === null) return null;
  if (keeping.value.persistent) {
    return (
      <Text mt="2" color="soft">
        The browser keeps this until you erase it.
      </Text>
    );
  }
  const ask = () =>
    askToKeep().then(
      (kept) => {
        setAnswer(
          kept
            ? null
            : "The browser refused for now. It mostly agrees once this page is installed, bookmarked or used often; until then save files.",
        );
        keeping.again();
      },
      (error: unknown) => setAnswer(`Not asked: ${reasonOf(error)}.`),
    );
  return (
    <Flex mt="2" gap="3" align="center" wrap="wrap">
      <Text flex="1 1 300px" color="wait" role="status">
        {answer ??
          "When its disk is short this browser may throw jobs away that were not saved as files. It can be asked not to."}
      </Text>
      <BenchButton kind="quiet" onClick={ask}>
        Ask it to keep them
      </BenchButton>
    </Flex>
  );
}
