"use client";

import { Flex } from "@chakra-ui/react";
import { BenchButton } from "./buttons";
import { Notice } from "./notice";

/** In place of an endless wait: the browser's store refuses, or says nothing. */
export function StoreFailure({ reason, onAgain }: { reason: string | null; onAgain?: () => void }) {
  return (
    <Notice
      tone="act"
      title={reason === null ? "The browser's store does not answer" : "The browser's store cannot be opened"}
    >
      {reason === null
        ? "Another tab may hold it: close other tabs of Evrid, and try again. Nothing stored was changed."
        : `Its reason: ${reason}. A private window, a full disk or a setting of the browser may be why. Nothing stored was changed.`}
      <Flex mt="2">
        <BenchButton onClick={onAgain ?? (() => window.location.reload())}>Try again</BenchButton>
      </Flex>
    </Notice>
  );
}
