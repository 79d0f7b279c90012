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
        Permanent storage is on.
      </Text>
    );
  }
  const ask = () =>
    askToKeep().then(
      (kept) => {
        setAnswer(
          kept
            ? null
            : "The browser refused for now. It usually agrees once the page is installed, bookmarked or used often. Until then, save files.",
        );
        keeping.again();
      },
      (error: unknown) => setAnswer(`Failed: ${reasonOf(error)}.`),
    );
  return (
    <Flex mt="2" gap="3" align="center" wrap="wrap">
      <Text flex="1 1 300px" color="wait" role="status">
        {answer ?? "The browser may delete jobs when space runs low. Turn on permanent storage."}
      </Text>
      <BenchButton kind="quiet" onClick={ask}>
        Turn on
      </BenchButton>
    </Flex>
  );
}
