"use client";

import { Center, Spinner } from "@chakra-ui/react";
import { openingText } from "@/words/screens/ui";
import { AppFrame, type View } from "./app-frame";

/** A view's frame while its program is on its way. */
export function Opening({ current, title }: { current: View; title: string }) {
  return (
    <AppFrame current={current} title={title}>
      <Center h="50vh">
        <Spinner aria-label={openingText.opening(title)} />
      </Center>
    </AppFrame>
  );
}
