"use client";

import { Flex } from "@chakra-ui/react";
import { storeFailureText } from "@/words/screens/ui";
import { BenchButton } from "../buttons";
import { Notice } from "../notice";

/** In place of an endless wait: the browser's store refuses, or says nothing. */
export function StoreFailure({ reason, onAgain }: { reason: string | null; onAgain?: () => void }) {
  return (
    <Notice
      tone="act"
      title={reason === null ? storeFailureText.theBrowsersStorageDoesNot : storeFailureText.theBrowsersStorageCannotBe}
    >
      {reason === null
        ? storeFailureText.anotherTabMayBlockIt
        : storeFailureText.reasonPossibleCausesPrivateWindow(reason)}
      <Flex mt="2">
        <BenchButton onClick={onAgain ?? (() => window.location.reload())}>{storeFailureText.tryAgain}</BenchButton>
      </Flex>
    </Notice>
  );
}
