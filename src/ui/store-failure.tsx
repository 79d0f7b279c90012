"use client";

import { Flex } from "@chakra-ui/react";
import { BenchButton } from "./buttons";
import { Notice } from "./notice";

/** In place of an endless wait: the browser's store refuses, or says nothing. */
export function StoreFailure({ reason, onAgain }: { reason: string | null; onAgain?: () => void }) {
  return (
    <Notice
      tone="act"
      title={reason === null ? "The browser's storage does not respond" : "The browser's storage cannot be opened"}
    >
      {reason === null
        ? "Another tab may block it. Close other Evrid tabs and try again. Stored records are unchanged."
        : `Reason: ${reason}. Possible causes: private window, full disk, browser setting. Stored records are unchanged.`}
      <Flex mt="2">
        <BenchButton onClick={onAgain ?? (() => window.location.reload())}>Try again</BenchButton>
      </Flex>
    </Notice>
  );
}
